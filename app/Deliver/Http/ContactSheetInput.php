<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Studio\Http\Input;
use Illuminate\Validation\Rule;
use Kanpai\Core\Deliver\ContactSheet\Paper;

final class ContactSheetInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'sheet_title' => ['nullable', 'string', 'max:120'],
            'paper' => ['required', Rule::enum(Paper::class)],
            'columns' => ['required', 'integer'],
            'rows' => ['required', 'integer'],
        ];
    }
}
