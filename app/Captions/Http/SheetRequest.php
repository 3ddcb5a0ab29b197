<?php

declare(strict_types=1);

namespace App\Captions\Http;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Captions\CaptionSheet;
use Kanpai\Core\Captions\UnusableSheet;
use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Core\Frames\Caption\UnusableText;

/** A caption sheet as it is typed: a text for each field, and whether it is set or added, or the field emptied. */
final class SheetRequest extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        $rules = [
            'level' => ['nullable', 'in:studio,shoot,moment,saved'],
            'name' => ['nullable', 'string', 'max:120'],
            'moment' => ['nullable', 'string', 'regex:/^\d+-\d+$/'],
            'mode' => ['nullable', 'array'],
            'mode.*' => ['in:set,add,empty'],
        ];
        foreach (Field::cases() as $field) {
            $rules[$field->value] = ['nullable', 'string'];
        }

        return $rules;
    }

    /** @throws ValidationException at the field that cannot be used */
    public function sheet(): CaptionSheet
    {
        $input = $this->validated();
        $mode = fn (string $asked): array => array_keys(
            array_filter((array) ($input['mode'] ?? []), fn (mixed $mode): bool => $mode === $asked),
        );
        try {
            return CaptionSheet::of($this->texts(), $mode('add'), $mode('empty'));
        } catch (UnusableSheet|UnusableText $reason) {
            throw ValidationException::withMessages([$reason->field->value => $reason->getMessage()]);
        }
    }

    /** @return array<string, string> field => text */
    public function texts(): array
    {
        $texts = [];
        foreach (Field::cases() as $field) {
            $text = $this->validated($field->value);
            // A browser sends lines as CR LF; a caption has LF, as in the files.
            $texts[$field->value] = is_string($text) ? str_replace("\r\n", "\n", $text) : '';
        }

        return $texts;
    }

    public function level(): string
    {
        return (string) $this->string('level') ?: 'shoot';
    }

    /** @return array{int, int} the span that a moment's sheet holds for */
    public function span(): array
    {
        [$from, $to] = array_map(intval(...), [...explode('-', (string) $this->string('moment')), '0', '0']);

        return [$from, $to];
    }
}
