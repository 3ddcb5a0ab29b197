<?php

declare(strict_types=1);

namespace Tests\Reference;

/** CIEDE2000 (CIE 142-2001), as Sharma, Wu and Dalal write it (Color Res. Appl. 30, 2005), for tests. */
final class ColourDifference
{
    /**
     * @param  array{float, float, float}  $one  L*, a*, b*
     * @param  array{float, float, float}  $other
     */
    public static function of(array $one, array $other): float
    {
        $mean = (hypot($one[1], $one[2]) + hypot($other[1], $other[2])) / 2;
        $g = 0.5 * (1 - sqrt($mean ** 7 / ($mean ** 7 + 25 ** 7)));
        [$a1, $a2] = [(1 + $g) * $one[1], (1 + $g) * $other[1]];
        [$c1, $c2] = [hypot($a1, $one[2]), hypot($a2, $other[2])];
        [$h1, $h2] = [self::hue($a1, $one[2]), self::hue($a2, $other[2])];
        $turn = $c1 * $c2 === 0.0 ? 0.0 : self::turn($h2 - $h1);
        $lightness = $other[0] - $one[0];
        $chroma = $c2 - $c1;
        $hue = 2 * sqrt($c1 * $c2) * sin(deg2rad($turn / 2));
        [$l, $c, $h] = [($one[0] + $other[0]) / 2, ($c1 + $c2) / 2, self::middle($h1, $h2, $c1 * $c2)];
        $t = 1 - 0.17 * cos(deg2rad($h - 30)) + 0.24 * cos(deg2rad(2 * $h)) + 0.32 * cos(deg2rad(3 * $h + 6))
            - 0.20 * cos(deg2rad(4 * $h - 63));
        $sl = 1 + 0.015 * ($l - 50) ** 2 / sqrt(20 + ($l - 50) ** 2);
        [$sc, $sh] = [1 + 0.045 * $c, 1 + 0.015 * $c * $t];
        $rotation = -sin(deg2rad(60 * exp(-((($h - 275) / 25) ** 2)))) * 2 * sqrt($c ** 7 / ($c ** 7 + 25 ** 7));

        return sqrt(
            ($lightness / $sl) ** 2 + ($chroma / $sc) ** 2 + ($hue / $sh) ** 2
                + $rotation * ($chroma / $sc) * ($hue / $sh),
        );
    }

    private static function hue(float $a, float $b): float
    {
        $degrees = $a === 0.0 && $b === 0.0 ? 0.0 : rad2deg(atan2($b, $a));

        return $degrees < 0 ? $degrees + 360 : $degrees;
    }

    private static function turn(float $turn): float
    {
        return $turn > 180 ? $turn - 360 : ($turn < -180 ? $turn + 360 : $turn);
    }

    private static function middle(float $h1, float $h2, float $chromas): float
    {
        if ($chromas === 0.0) {
            return $h1 + $h2;
        }
        $sum = $h1 + $h2;

        return abs($h1 - $h2) <= 180 ? $sum / 2 : ($sum < 360 ? ($sum + 360) / 2 : ($sum - 360) / 2);
    }
}
