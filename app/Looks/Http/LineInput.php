<?php

declare(strict_types=1);

namespace App\Looks\Http;

use App\Studio\Http\Input;
use Kanpai\Core\Looks\LookValues;

final class LineInput extends Input
{
    /** Frames of one light. */
    private const MOST = 20_000;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'id' => ['required', 'uuid'],
            'frame' => ['required', 'integer'],
            'frames' => ['required', 'array', 'max:'.self::MOST],
            'parts' => ['nullable', 'array'],
        ];
    }

    /** @return list<string> parts that are carried; all where none are named */
    public function parts(): array
    {
        $all = [...LookValues::COLOURS, ...LookValues::DETAIL];

        $named = array_filter((array) ($this->input('parts') ?? $all), is_string(...));

        return array_values(array_intersect($all, $named));
    }

    /** @return list<int> */
    public function frames(): array
    {
        return array_values(array_filter((array) $this->input('frames'), is_int(...)));
    }
}
