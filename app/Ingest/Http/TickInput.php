<?php

declare(strict_types=1);

namespace App\Ingest\Http;

use App\Studio\Http\Input;

final class TickInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'frames' => ['present', 'array', 'max:20000'],
            'frames.*' => ['integer'],
            'files' => ['present', 'array', 'max:20000'],
            'files.*' => ['integer'],
            'ticked' => ['required', 'boolean'],
        ];
    }
}
