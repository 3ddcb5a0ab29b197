<?php

declare(strict_types=1);

namespace App\Captions\Http;

use App\Studio\Http\Input;
use Kanpai\Core\Frames\Caption\Field;

final class PasteInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'from' => ['required', 'integer'],
            'fields' => ['required', 'array'],
            'fields.*' => ['in:'.implode(',', array_column(Field::cases(), 'value'))],
        ];
    }
}
