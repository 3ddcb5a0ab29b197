<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Copies\Places;
use App\Studio\Http\Input;
use Illuminate\Validation\Rule;
use Kanpai\Core\Frames\FileKind;

final class OriginalsInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        $places = app(Places::class)
            ->used($this->shoot()->studio_id)
            ->pluck('id')
            ->all();

        return [
            'how' => ['required', Rule::in(['copy', 'move'])],
            'kind' => ['nullable', Rule::in([FileKind::Raw->value, FileKind::Jpeg->value])],
            'place' => ['required_if:how,copy', 'nullable', 'integer', Rule::in($places)],
        ];
    }
}
