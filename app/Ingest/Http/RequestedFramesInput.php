<?php

declare(strict_types=1);

namespace App\Ingest\Http;

use App\Studio\Http\Input;

final class RequestedFramesInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['frames' => ['required', 'array', 'max:300'], 'frames.*' => ['integer']];
    }
}
