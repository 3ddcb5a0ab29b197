<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Studio\Http\Input;

final class UseSelectionInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'as' => ['required', 'in:set,round,use,gallery'],
            'use' => ['required_if:as,use', 'nullable', 'string', 'max:60', 'not_regex:/[,\p{C}]/u'],
            'list' => ['nullable', 'string', 'max:40'],
        ];
    }
}
