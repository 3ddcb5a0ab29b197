<?php

declare(strict_types=1);

namespace App\Captions\Http;

use App\Frames\Frame;
use App\Studio\Shoot;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;

/** Frames that were chosen one by one, tile by tile; where none was, the filter says which are meant. */
final class ChosenFrames
{
    private const MOST = 5000;

    /**
     * @return array{frames?: list<int>}
     *
     * @throws ValidationException
     */
    public static function of(Request $request, Shoot $shoot): array
    {
        $said = array_filter((array) $request->input('frames'), is_scalar(...));
        if ($said === []) {
            return [];
        }
        if (count($said) > self::MOST) {
            throw ValidationException::withMessages([
                'frames' => 'At most '.
                    number_format(self::MOST).
                    ' frames can be chosen one by one. A filter takes any number.',
            ]);
        }
        $frames = array_map(
            intval(...),
            Frame::of($shoot)->whereIntegerInRaw('frames.id', array_map(intval(...), $said))->pluck('frames.id')->all(),
        );

        return $frames === []
            ? throw ValidationException::withMessages([
                'frames' => 'The frames that were chosen are not in the shoot any more.',
            ])
            : ['frames' => array_values($frames)];
    }
}
