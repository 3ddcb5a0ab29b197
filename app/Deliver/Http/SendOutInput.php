<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Studio\Http\Input;

final class SendOutInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'destination' => ['required', 'integer'],
            'output' => ['required', 'integer'],
            'copies' => ['nullable', 'integer', 'between:1,500'],
            'note' => ['nullable', 'string', 'max:500'],
        ];
    }
}
