<?php

declare(strict_types=1);

namespace App\Looks\Http;

use App\Studio\Http\Input;

final class SaveLookInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:80'],
            'frame' => ['required', 'integer'],
            'number' => ['nullable', 'integer'],
        ];
    }
}
