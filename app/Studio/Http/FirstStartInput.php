<?php

declare(strict_types=1);

namespace App\Studio\Http;

final class FirstStartInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'studio' => ['required', 'string', 'max:120'],
            'name' => ['required', 'string', 'max:120'],
            'email' => ['required', 'string', 'email', 'max:255'],
            'password' => ['required', 'string', 'min:10', 'max:200', 'confirmed'],
        ];
    }
}
