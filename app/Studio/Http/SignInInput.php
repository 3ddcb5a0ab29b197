<?php

declare(strict_types=1);

namespace App\Studio\Http;

final class SignInInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'email' => ['required', 'string', 'email', 'max:255'],
            'password' => ['required', 'string', 'max:500'],
        ];
    }
}
