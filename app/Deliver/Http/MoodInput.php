<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Studio\Http\Input;

final class MoodInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['mood' => ['required', 'in:well,away,slow,full']];
    }
}
