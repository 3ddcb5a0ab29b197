<?php

declare(strict_types=1);

namespace App\Captions\Http;

use App\Studio\Http\Input;
use Illuminate\Validation\Rule;
use Kanpai\Core\Frames\Caption\Field;

final class WishesInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'code_sign' => ['nullable', 'string', 'max:3', 'regex:/^[^\p{L}\p{N}\s{}",;]+$/u'],
            'required' => ['nullable', 'array'],
            'required.*' => [Rule::in(array_column(Field::cases(), 'value'))],
        ];
    }
}
