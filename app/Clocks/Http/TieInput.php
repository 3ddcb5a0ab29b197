<?php

declare(strict_types=1);

namespace App\Clocks\Http;

use App\Studio\Http\Input;

final class TieInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'frame' => ['required', 'integer'],
            'other' => ['nullable', 'integer'],
            'time' => ['nullable', 'string', 'max:60'],
            'note' => ['nullable', 'string', 'max:200'],
        ];
    }
}
