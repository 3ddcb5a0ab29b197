<?php

declare(strict_types=1);

namespace App\Ingest\Http;

use App\Studio\Http\Input;

final class CopyInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['shooter' => ['required', 'string', 'max:120']];
    }
}
