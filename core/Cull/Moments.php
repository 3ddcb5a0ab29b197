<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull;

/**
 * Parts a shoot into moments where nobody pressed a shutter for a while.
 *
 * A pause of a minute is common practice, no source.
 */
final class Moments
{
    public const PAUSE = 60_000;

    /**
     * @param  iterable<int>  $instants  in order, milliseconds
     * @return list<int> for each frame the number of its moment, from 0
     */
    public static function of(iterable $instants, int $pause = self::PAUSE): array
    {
        $moments = [];
        $number = 0;
        $last = null;
        foreach ($instants as $instant) {
            if ($last !== null && $instant - $last >= $pause) {
                $number++;
            }
            $moments[] = $number;
            $last = $instant;
        }

        return $moments;
    }
}
