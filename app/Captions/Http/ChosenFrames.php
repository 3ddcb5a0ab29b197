<?php

declare(strict_types=1);

namespace App\Captions\Http;

use App\Frames\Frame;
use App\Studio\Shoot;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;

/** Frames that were chosen one by one, tile by tile; where none was, the filter chooses them. */
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
        $input = array_filter((array) $request->input('frames'), is_scalar(...));
        if ($input === []) {
            return [];
        }
        $most = number_format(self::MOST);
        $frames = count($input) > self::MOST ? [] : self::there($shoot, $input);
        if ($frames === []) {
            throw ValidationException::withMessages([
                'frames' => count($input) > self::MOST
                    ? "At most {$most} frames can be chosen one by one. A filter takes any number."
                    : 'The frames that were chosen are not in the shoot any more.',
            ]);
        }

        return ['frames' => $frames];
    }

    /**
     * @param  array<mixed>  $ids
     * @return list<int>
     */
    private static function there(Shoot $shoot, array $ids): array
    {
        $frames = Frame::of($shoot)->whereIntegerInRaw('frames.id', array_map(intval(...), $ids));

        return array_values(array_map(intval(...), $frames->pluck('frames.id')->all()));
    }
}
