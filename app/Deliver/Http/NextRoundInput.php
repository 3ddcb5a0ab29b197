<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Studio\Http\Input;

final class NextRoundInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'again' => ['required', 'array'],
            'again.*' => ['integer'],
            'note' => ['nullable', 'string', 'max:2000'],
            'notes' => ['array'],
            'notes.*' => ['nullable', 'string', 'max:2000'],
        ];
    }
}
