<?php

declare(strict_types=1);

namespace App\Looks;

use App\Imaging\Arithmetic;
use App\Imaging\Picture;
use App\Imaging\UnableToMakePicture;
use App\Imaging\Vips;
use FFI\CData;
use Kanpai\Core\Looks\Framing;
use Kanpai\Core\Looks\Lens\LensCorrection;

/**
 * What is shown of a picture, with what its lens bent put straight: each pixel from where it is in the picture, by
 * bicubic interpolation. Where that is, is worked out every sixteen pixels; in between it is nearly even.
 *
 * @throws UnableToMakePicture
 */
final class LensPicture
{
    private const STEP = 16;

    private const DOING = 'put a lens right';

    public static function straight(Picture $picture, Framing $framing, LensCorrection $lens): Picture
    {
        [$width, $height] = $framing->size($picture->width(), $picture->height());
        if (! $lens->hasFringes()) {
            return self::drawn($picture, self::map($picture, $framing, $lens, 1, $width, $height));
        }
        $channels = array_map(
            fn (int $channel): Picture => self::drawn(
                $picture->channel($channel),
                self::map($picture, $framing, $lens, $channel, $width, $height),
            ),
            [0, 1, 2],
        );

        return Arithmetic::joined($channels)->inMemory();
    }

    private static function drawn(Picture $picture, Picture $map): Picture
    {
        $library = Vips::library();
        $bicubic = $library->vips_interpolate_new('bicubic');
        try {
            return $picture->inMemory()->changed(self::DOING, fn (CData $image, CData $out): int => $library
                ->vips_mapim($image, $out, $map->image(), 'interpolate', $bicubic, null))->inMemory();
        } finally {
            $library->g_object_unref($library->cast('void*', $bicubic));
        }
    }

    /** @param  0|1|2  $channel */
    private static function map(
        Picture $picture,
        Framing $framing,
        LensCorrection $lens,
        int $channel,
        int $width,
        int $height,
    ): Picture {
        [$w, $h] = [$picture->width(), $picture->height()];
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

        return self::enlarged($places, $columns, $rows, $width, $height);
    }

    private static function enlarged(string $places, int $columns, int $rows, int $width, int $height): Picture
    {
        $library = Vips::library();
        $format = Arithmetic::FORMAT_FLOAT;
        $coarse = $library
            ->vips_image_new_from_memory_copy($places, strlen($places), $columns, $rows, 2, $format);
        $coarse = Picture::of(Vips::given($coarse, self::DOING));
        $area = $library->vips_array_int_newv(4, 0, 0, $width, $height);
        $step = (float) self::STEP;
        try {
            return $coarse->changed(self::DOING, fn (CData $image, CData $out): int => $library
                ->vips_affine($image, $out, $step, 0.0, 0.0, $step, 'oarea', $area, null))->inMemory();
        } finally {
            $library->vips_area_unref($area);
        }
    }
}
