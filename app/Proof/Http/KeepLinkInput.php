<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Studio\Http\Input;

final class KeepLinkInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['name' => ['nullable', 'string', 'max:120'], 'email' => ['required', 'email', 'max:255']];
    }
}
