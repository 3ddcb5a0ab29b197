<?php

declare(strict_types=1);

namespace App\Looks;

use App\Imaging\Arithmetic;
use App\Imaging\Picture;
use App\Imaging\PlacedPixels;
use App\Imaging\UnableToMakePicture;
use Kanpai\Core\Looks\Framing;
use Kanpai\Core\Looks\Lens\LensCorrection;

/**
 * What is shown of a picture, with what its lens bent put straight: each pixel from where it is in the picture. Where
 * that is, is worked out every sixteen pixels; in between it is nearly even.
 *
 * @throws UnableToMakePicture
 */
final class LensPicture
{
    private const STEP = 16;

    public static function straight(Picture $picture, Framing $framing, LensCorrection $lens): Picture
    {
        if (! $lens->hasFringes()) {
            return self::drawn($picture, $framing, $lens, 1);
        }
        $channels = array_map(
            fn (int $channel): Picture => self::drawn($picture->channel($channel), $framing, $lens, $channel),
            [0, 1, 2],
        );

        return Arithmetic::joined($channels)->inMemory();
    }

    /** @param  0|1|2  $channel */
    private static function drawn(Picture $picture, Framing $framing, LensCorrection $lens, int $channel): Picture
    {
        [$w, $h] = [$picture->width(), $picture->height()];
        [$width, $height] = $framing->size($w, $h);
        [[$a, $b, $c], [$d, $e, $f]] = $framing->source($w, $h);
        [$columns, $rows] = [intdiv($width - 1, self::STEP) + 2, intdiv($height - 1, self::STEP) + 2];
        $places = '';
        for ($i = 0; $i < $columns * $rows; $i++) {
            // The middle of every sixteenth pixel.
            $u = (self::STEP * ($i % $columns) + 0.5) / $width;
            $v = (self::STEP * intdiv($i, $columns) + 0.5) / $height;
            [$x, $y] = $lens->source($a * $u + $b * $v + $c, $d * $u + $e * $v + $f, $channel);
            // The outer half pixel is as its neighbour: beyond it there is none.
            $places .= pack('f2', max(0.0, min($w - 1.001, $x * $w - 0.5)), max(0.0, min($h - 1.001, $y * $h - 0.5)));
        }

        return PlacedPixels::from($picture, $places, $columns, self::STEP, $width, $height);
    }
}
