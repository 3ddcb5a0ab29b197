<?php

declare(strict_types=1);

namespace App\Captions\Http;

use App\Studio\Http\Input;

final class SettleInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['take' => ['required', 'in:theirs,ours'], 'sidecar' => ['nullable', 'integer']];
    }
}
