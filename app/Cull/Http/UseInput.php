<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Studio\Http\Input;

final class UseInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['name' => ['required', 'string', 'max:60', 'not_regex:/[,\p{C}]/u']];
    }
}
