<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Studio\Http\Input;

final class FinenessInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['fineness' => ['required', 'integer', 'between:0,100']];
    }
}
