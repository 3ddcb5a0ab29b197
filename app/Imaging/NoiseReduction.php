<?php

declare(strict_types=1);

namespace App\Imaging;

use FFI\CData;

/**
 * Noise taken out of a picture by the guided filter; how much is noise, whoever asks for it says.
 *
 * @throws UnableToMakePicture
 */
final class NoiseReduction
{
    private const LINEAR = 1;

    private const DOING = 'take out noise';

    /** Steps of sixteen bits for one of eight. */
    private const STEPS = 257.0;

    /** @param  float  $variance  of levels of 0 to 255, below which it is noise */
    public static function ofLight(Picture $picture, float $variance, int $radius): Picture
    {
        $format = Arithmetic::format($picture);
        $green = self::levels($picture->channel(1), $picture->isDeep());
        $change = Arithmetic::difference(self::guided($green, $variance, $radius), $green);
        $change = Arithmetic::linear($change, $picture->isDeep() ? self::STEPS : 1.0, 0.0);

        return self::cast(Arithmetic::sum($picture, $change), $format);
    }

    /** @param  float  $variance  of the differences from green, in levels of 0 to 255 */
    public static function ofColours(Picture $picture, float $variance, int $radius): Picture
    {
        $format = Arithmetic::format($picture);
        $half = self::levels(self::halved($picture), $picture->isDeep());
        $differences = Arithmetic::difference(self::redAndBlue($half), $half->channel(1))->inMemory();
        $quiet = self::guided($differences, $variance, $radius);
        $large = self::stretched($quiet, $picture->width(), $picture->height());
        $large = Arithmetic::linear($large, $picture->isDeep() ? self::STEPS : 1.0, 0.0);
        $green = $picture->channel(1);
        $sums = Arithmetic::sum($large, $green);

        return self::cast(Arithmetic::joined([$sums->channel(0), $green, $sums->channel(1)]), $format);
    }

    private static function redAndBlue(Picture $picture): Picture
    {
        return Arithmetic::joined([$picture->channel(0), $picture->channel(2)]);
    }

    /** As fractions of levels of 0 to 255. */
    private static function levels(Picture $channel, bool $isDeep): Picture
    {
        return Arithmetic::linear($channel, $isDeep ? 1 / self::STEPS : 1.0, 0.0)->inMemory();
    }

    private static function guided(Picture $values, float $variance, int $radius): Picture
    {
        $mean = Arithmetic::boxed($values, $radius);
        $own = self::variance($values, $mean, $radius);
        $slope = Arithmetic::quotient($own, Arithmetic::linear($own, 1.0, $variance))->inMemory();
        $base = Arithmetic::difference($mean, Arithmetic::product($mean, $slope));
        $sloped = Arithmetic::product(Arithmetic::boxed($slope, $radius), $values);

        return Arithmetic::sum($sloped, Arithmetic::boxed($base->inMemory(), $radius))->inMemory();
    }

    private static function variance(Picture $values, Picture $mean, int $radius): Picture
    {
        $square = Arithmetic::boxed(Arithmetic::product($values, $values), $radius);
        $own = Arithmetic::difference($square, Arithmetic::product($mean, $mean));

        // Rounding leaves a little less than nothing where all values are the same.
        return Arithmetic::linear($own, 1.0, 1e-3)->inMemory();
    }

    /** Means of four; the last one of an odd side is left out. */
    private static function halved(Picture $values): Picture
    {
        return $values->width() < 2 || $values->height() < 2
            ? $values
            : $values->changed(self::DOING, fn (CData $image, CData $out): int => Vips::library()
                ->vips_shrink($image, $out, 2.0, 2.0, null));
    }

    private static function stretched(Picture $half, int $width, int $height): Picture
    {
        $across = (float) ($width / $half->width());
        $down = (float) ($height / $half->height());

        return $half->changed(self::DOING, fn (CData $image, CData $out): int => Vips::library()
            ->vips_resize($image, $out, $across, 'vscale', $down, 'kernel', self::LINEAR, null))
            ->cropped(0, 0, $width, $height);
    }

    /** Whole numbers of the format that the picture had, the nearest. */
    private static function cast(Picture $picture, int $format): Picture
    {
        // Fractions are cut off.
        return Arithmetic::cast(Arithmetic::linear($picture, 1.0, 0.5), $format)->inMemory();
    }
}
