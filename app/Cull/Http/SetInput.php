<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Studio\Http\Input;

final class SetInput extends Input
{
    private const MOST_FRAMES = 20_000;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:120'],
            'live' => ['nullable', 'boolean'],
            'frames' => ['nullable', 'array', 'max:'.self::MOST_FRAMES],
            'frames.*' => ['integer'],
            'everywhere' => ['nullable', 'boolean'],
        ];
    }
}
