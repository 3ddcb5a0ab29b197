<?php

declare(strict_types=1);

namespace App\Captions\Http;

use App\Studio\Http\Input;
use Kanpai\Core\Frames\Caption\Field;

final class ReplaceInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'find' => ['required', 'string', 'max:500'],
            'with' => ['nullable', 'string', 'max:2000'],
            'in' => ['required', 'array'],
            'in.*' => ['in:'.implode(',', array_column(Field::cases(), 'value'))],
        ];
    }
}
