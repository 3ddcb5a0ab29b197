<?php

declare(strict_types=1);

namespace App\Looks\Http;

use App\Studio\Http\Input;

final class LightsInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'fineness' => ['required_without:frame', 'integer', 'between:0,100'],
            'frame' => ['required_without:fineness', 'integer'],
            'kind' => ['nullable', 'in:split,join'],
        ];
    }
}
