<?php

declare(strict_types=1);

namespace App\Ingest\Http;

use App\Studio\Http\Input;

final class ReadAllInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['shooter' => ['nullable', 'string', 'max:120']];
    }
}
