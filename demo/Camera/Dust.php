<?php

declare(strict_types=1);

namespace Kanpai\Demo\Camera;

use App\Imaging\Picture;
use App\Imaging\PictureReader;

/** Dust on the sensor of one body: soft dark specks at the same places of all its frames. */
final class Dust
{
    /** The body that has it. */
    public const BODY = 'b';

    /** Shares of both sides as the sensor lies, radii as shares of the long side, and how much darker the middle is. */
    public const SPECKS = [
        [0.118, 0.142, 0.0022, 0.42], [0.342, 0.088, 0.0028, 0.36], [0.471, 0.311, 0.0019, 0.45],
        [0.563, 0.127, 0.0034, 0.30], [0.694, 0.219, 0.0025, 0.38], [0.812, 0.094, 0.0021, 0.44],
        [0.871, 0.362, 0.0030, 0.34], [0.233, 0.287, 0.0024, 0.40], [0.602, 0.402, 0.0027, 0.37],
        [0.402, 0.196, 0.0031, 0.33],
    ];

    /** @param  Picture  $stored  as the sensor holds it */
    public static function on(Picture $stored): Picture
    {
        [$w, $h] = [$stored->width(), $stored->height()];
        $drawn = "<svg xmlns='http://www.w3.org/2000/svg' width='{$w}' height='{$h}'>";
        foreach (self::SPECKS as $n => [$x, $y, $radius, $dark]) {
            [$cx, $cy, $r] = [$x * $w, $y * $h, $radius * max($w, $h)];
            $drawn .= "<radialGradient id='g{$n}'><stop offset='.4' stop-color='#000' stop-opacity='{$dark}'/>".
                "<stop offset='1' stop-color='#000' stop-opacity='0'/></radialGradient>".
                "<circle cx='{$cx}' cy='{$cy}' r='{$r}' fill='url(#g{$n})'/>";
        }

        return $stored->under(PictureReader::svg("{$drawn}</svg>"))->inMemory();
    }
}
