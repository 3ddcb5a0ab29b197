<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Studio\Http\Input;

final class RunOutputsInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['outputs' => ['required', 'array'], 'outputs.*' => ['integer']];
    }
}
