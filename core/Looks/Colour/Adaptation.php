<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Colour;

/** What looks neutral in one light becomes neutral in another: Bradford, as ICC.1:2010 takes it (annex E). */
final class Adaptation
{
    private const CONES = [[0.8951, 0.2664, -0.1614], [-0.7502, 1.7135, 0.0367], [0.0389, -0.0685, 1.0296]];

    /** On X, Y and Z. */
    public static function between(Chromaticity $from, Chromaticity $to): Matrix
    {
        $cones = Matrix::of(self::CONES);
        $before = $cones->applied($from->xyz());
        $after = $cones->applied($to->xyz());
        $gains = Matrix::diagonal($after[0] / $before[0], $after[1] / $before[1], $after[2] / $before[2]);

        return $cones->inverse()->after($gains)->after($cones);
    }
}
