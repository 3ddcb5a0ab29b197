<?php

declare(strict_types=1);

namespace App\Ingest\Http;

use App\Studio\Http\Input;

final class CopiesRequiredInput extends Input
{
    public function authorize(): bool
    {
        return $this->mayChangeStudio();
    }

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['copies_required' => ['required', 'integer', 'min:1', 'max:9']];
    }
}
