<?php

declare(strict_types=1);

namespace App\Studio\Http;

use Illuminate\Foundation\Http\FormRequest;

final class ShootRequest extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:120'],
            'client' => ['nullable', 'string', 'max:120'],
            'venue' => ['nullable', 'string', 'max:120'],
            'zone' => ['required', 'timezone:all'],
            'held_on' => ['required', 'date_format:Y-m-d'],
            'promised_on' => ['nullable', 'date_format:Y-m-d', 'after_or_equal:held_on'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.required' => 'A shoot needs a name.',
            'zone.timezone' => 'Choose a time zone from the list, such as Europe/London.',
            'held_on.*' => 'Say on which day the shoot is, as year-month-day.',
            'promised_on.after_or_equal' => 'Pictures cannot be promised for a day before the shoot.',
            'promised_on.date_format' => 'Write the promised day as year-month-day.',
        ];
    }

    /** @return array<string, string|null> */
    public function facts(): array
    {
        $facts = $this->validated();

        return [...$facts, 'client' => $facts['client'] ?? '', 'venue' => $facts['venue'] ?? ''];
    }
}
