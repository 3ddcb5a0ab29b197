<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Studio\Http\Input;

final class VersionInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['version' => ['required', 'integer']];
    }
}
