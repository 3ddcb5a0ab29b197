<?php

declare(strict_types=1);

namespace Kanpai\Demo\Scene;

use App\Imaging\Picture;
use App\Imaging\Vips;
use FFI\CData;

/** What lens, sensor and light do to a picture that was drawn. */
final class Effects
{
    private const FORMAT_UCHAR = 0;

    /** Scaled with a windowed sinc. */
    public static function scaled(Picture $picture, float $factor): Picture
    {
        return $picture->changed('scale', fn (CData $image, CData $out): int => Vips::library()
            ->vips_resize($image, $out, $factor, null));
    }

    /** @param  0|1|2|3  $quarters  clockwise quarter turns */
    public static function turned(Picture $picture, int $quarters): Picture
    {
        return $picture->changed('turn', fn (CData $image, CData $out): int => Vips::library()
            ->vips_rot($image, $out, $quarters, null));
    }

    /** @param  float  $sigma  standard deviation in pixels */
    public static function blurred(Picture $picture, float $sigma): Picture
    {
        if ($sigma < 0.3) {
            return $picture;
        }

        return $picture->changed('blur', fn (CData $image, CData $out): int => Vips::library()
            ->vips_gaussblur($image, $out, $sigma, null));
    }

    /**
     * Moved while the shutter was open.
     *
     * @param  float  $length  pixels
     * @param  0|90  $direction  degrees, 0 from left to right
     */
    public static function moved(Picture $picture, float $length, int $direction): Picture
    {
        $steps = (int) round($length);
        if ($steps < 2) {
            return $picture;
        }
        $weights = Vips::fresh("double[{$steps}]");
        for ($i = 0; $i < $steps; $i++) {
            $weights[$i] = 1 / $steps;
        }
        [$across, $down] = $direction === 0 ? [$steps, 1] : [1, $steps];
        $matrix = Vips::library()->vips_image_new_matrix_from_array($across, $down, $weights, $steps);
        $mask = Picture::of(Vips::given($matrix, 'move'));

        return $picture->changed('move', fn (CData $image, CData $out): int => Vips::library()
            ->vips_conv($image, $out, $mask->image(), null))->inMemory();
    }

    /** Turned clockwise by some degrees, and enlarged so far that no corner is empty. */
    public static function leaning(Picture $picture, float $degrees): Picture
    {
        if (abs($degrees) < 0.05) {
            return $picture;
        }
        [$width, $height] = [$picture->width(), $picture->height()];
        $angle = deg2rad(abs($degrees));
        $scale = cos($angle) + (max($width, $height) / min($width, $height)) * sin($angle);
        $turned = $picture->changed('lean', fn (CData $image, CData $out): int => Vips::library()
            ->vips_similarity($image, $out, 'angle', $degrees, 'scale', $scale, null));
        $left = intdiv($turned->width() - $width, 2);
        $top = intdiv($turned->height() - $height, 2);

        return $turned->cropped($left, $top, $width, $height)->inMemory();
    }

    /** With grain: normally distributed noise, the same in all channels. */
    public static function grained(Picture $picture, float $sigma, int $seed): Picture
    {
        [$width, $height] = [$picture->width(), $picture->height()];
        $noise = $picture->changed('make noise', fn (CData $image, CData $out): int => Vips::library()
            ->vips_gaussnoise($out, $width, $height, 'mean', 0.0, 'sigma', $sigma, 'seed', $seed, null));
        $sum = $picture->changed('add noise', fn (CData $image, CData $out): int => Vips::library()
            ->vips_add($image, $noise->image(), $out, null));

        return self::inBytes($sum);
    }

    /** Multiplied by a one-channel mask, 255 leaving a pixel as it is. */
    public static function shaded(Picture $picture, Picture $mask): Picture
    {
        $gain = Vips::fresh('double[1]');
        $offset = Vips::fresh('double[1]');
        $gain[0] = 1 / 255;
        $share = $mask->changed('scale the mask', fn (CData $image, CData $out): int => Vips::library()
            ->vips_linear($image, $out, $gain, $offset, 1, null));
        $product = $picture->changed('shade', fn (CData $image, CData $out): int => Vips::library()
            ->vips_multiply($image, $share->image(), $out, null));

        return self::inBytes($product);
    }

    private static function inBytes(Picture $picture): Picture
    {
        return $picture->changed('cast', fn (CData $image, CData $out): int => Vips::library()
            ->vips_cast($image, $out, self::FORMAT_UCHAR, null));
    }
}
