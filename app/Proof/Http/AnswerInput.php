<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Studio\Http\Input;

final class AnswerInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['answer' => ['required', 'string', 'max:4000']];
    }
}
