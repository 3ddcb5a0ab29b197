<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Studio\Http\Input;

final class AnnounceReturnInput extends Input
{
    private const MOST_FILES = 5000;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'name' => ['nullable', 'string', 'max:255'],
            'files' => ['present', 'array', 'max:'.self::MOST_FILES],
        ];
    }
}
