<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Studio\Http\Input;

final class FinalListInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'rule' => ['required', 'in:all,best,any'],
            'size' => ['required_if:rule,best', 'nullable', 'integer', 'between:1,60000'],
            'as' => ['required', 'in:set,round,use'],
            'use' => ['required_if:as,use', 'nullable', 'string', 'max:60', 'not_regex:/[,\p{C}]/u'],
        ];
    }
}
