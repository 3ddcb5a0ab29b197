<?php

declare(strict_types=1);

namespace App\Looks\Http;

use App\Studio\Http\Input;

final class CubeInput extends Input
{
    /** Kilobytes: 65 nodes a side take 8 MB. */
    private const MOST = 12_000;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['table' => ['required', 'file', 'max:'.self::MOST]];
    }
}
