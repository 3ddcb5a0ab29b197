<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Studio\Http\Input;

final class KeysInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['keys' => ['present', 'array', 'max:100'], 'keys.*' => ['string', 'max:20']];
    }
}
