<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Studio\Http\Input;

final class SendSelectionInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:120'],
            'email' => ['required', 'email', 'max:255'],
            'message' => ['nullable', 'string', 'max:4000'],
        ];
    }
}
