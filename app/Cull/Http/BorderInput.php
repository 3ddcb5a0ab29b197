<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Studio\Http\Input;

final class BorderInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['frame' => ['required', 'integer'], 'kind' => ['present', 'nullable', 'in:split,join']];
    }
}
