<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Place;

/** How a place ends: from all to nothing without a step and without a bend (the cubic 3t² − 2t³). */
final class Fade
{
    /** A place ends within no less than this share of its reach. */
    private const LEAST = 0.02;

    /** @param  float  $t  0 where all is there, 1 where nothing is */
    public static function at(float $t): float
    {
        $t = max(0.0, min(1.0, $t));

        return 1.0 - $t * $t * (3.0 - 2.0 * $t);
    }

    /**
     * @param  float  $distance  from the middle, 1 at the edge
     * @param  float  $feather  the share of the way to the edge on which it fades, 0 to 1
     */
    public static function out(float $distance, float $feather): float
    {
        $feather = max(self::LEAST, $feather);

        return self::at(($distance - (1.0 - $feather)) / $feather);
    }
}
