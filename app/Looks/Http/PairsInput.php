<?php

declare(strict_types=1);

namespace App\Looks\Http;

use App\Studio\Http\Input;

final class PairsInput extends Input
{
    public function authorize(): bool
    {
        return $this->mayChangeStudio();
    }

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['first' => ['required', 'in:raw,jpeg']];
    }
}
