<?php

declare(strict_types=1);

namespace App\Ingest\Http;

use App\Studio\Http\Input;

final class RackInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'do' => ['required', 'in:push-in,pull-out,make'],
            'megabytes' => ['nullable', 'numeric', 'min:0.001', 'max:10000'],
            'failsAt' => ['nullable', 'integer', 'min:0'],
            'flipsAt' => ['nullable', 'integer', 'min:0'],
            'pullsOutAt' => ['nullable', 'integer', 'min:0'],
            'only' => ['nullable', 'string', 'max:200'],
        ];
    }
}
