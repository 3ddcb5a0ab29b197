<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Deliver\Way\Ways;
use App\Studio\Shoot;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Studio\People;
use Kanpai\Core\Studio\SharePassword;
use Kanpai\Core\Studio\UnreadablePeople;

/** A delivery, or a part of one, as a form says it. */
final class DeliveryRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['nullable', 'string', 'max:120'],
            'message' => ['nullable', 'string', 'max:4000'],
            'people' => ['nullable', 'string', 'max:40000'],
            'password' => ['nullable', 'string', 'min:'.SharePassword::LEAST, 'max:100'],
            'ends_on' => ['nullable', 'date_format:Y-m-d', 'after_or_equal:today'],
            'most_fetches' => ['nullable', 'integer', 'between:1,1000'],
            'zip_mb' => ['nullable', 'integer', 'between:10,100000'],
            'ways' => ['nullable', 'array'],
            'part' => ['nullable', 'string', 'max:120'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'password.min' => 'A password needs at least 8 characters, or none at all. “Suggest one” makes one '.
                'that is easy to say.',
            'ends_on.after_or_equal' => 'The last day has passed already.',
            'ends_on.date_format' => 'This is no day; write it as 2026-09-30.',
            'most_fetches.*' => 'Say how often as a whole number from 1 to 1,000, or leave it empty.',
            'zip_mb.*' => 'A ZIP has 10 to 100,000 MB; leave it empty for one ZIP of all.',
        ];
    }

    /** @return array{name?: string, message: string, password: string|null, ends_on: string|null, most_fetches: int|null, zip_bytes: int|null} */
    public function facts(): array
    {
        return [
            ...$this->filled('name') ? ['name' => $this->string('name')->toString()] : [],
            'message' => $this->string('message')->toString(),
            'password' => $this->filled('password') ? $this->string('password')->toString() : null,
            'ends_on' => $this->filled('ends_on') ? $this->string('ends_on')->toString() : null,
            'most_fetches' => $this->filled('most_fetches') ? $this->integer('most_fetches') : null,
            'zip_bytes' => $this->filled('zip_mb') ? 1_000_000 * $this->integer('zip_mb') : null,
        ];
    }

    /**
     * @return list<string>
     *
     * @throws ValidationException
     */
    public function ways(Shoot $shoot): array
    {
        $ways = array_values(
            array_intersect(
                array_keys(app(Ways::class)->ofStudio($shoot->studio)),
                array_filter((array) $this->input('ways'), is_string(...)),
            ),
        );

        return $ways === []
            ? throw ValidationException::withMessages(['ways' => 'Choose at least one kind of files.'])
            : $ways;
    }

    /**
     * @return list<array{name: string, email: string}>
     *
     * @throws ValidationException
     */
    public function people(): array
    {
        try {
            return People::read($this->string('people')->toString());
        } catch (UnreadablePeople $reason) {
            throw ValidationException::withMessages(['people' => $reason->getMessage()]);
        }
    }
}
