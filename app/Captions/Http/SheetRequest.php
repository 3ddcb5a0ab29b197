<?php

declare(strict_types=1);

namespace App\Captions\Http;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Caption\CaptionSheet;
use Kanpai\Core\Caption\Field;
use Kanpai\Core\Caption\UnusableSheet;

final class SheetRequest extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        $rules = [];
        foreach (Field::cases() as $field) {
            $rules[$field->value] = ['nullable', 'string', 'max:4000'];
        }

        return $rules;
    }

    /** @throws ValidationException at the field that cannot be used */
    public function sheet(): CaptionSheet
    {
        try {
            return CaptionSheet::of(array_map(fn (mixed $text): string => is_string($text) ? $text : '', $this->validated()));
        } catch (UnusableSheet $reason) {
            throw ValidationException::withMessages([$reason->field->value => $reason->getMessage()]);
        }
    }
}
