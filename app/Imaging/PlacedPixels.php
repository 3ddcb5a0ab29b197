<?php

declare(strict_types=1);

namespace App\Imaging;

use FFI\CData;

/**
 * Pixels put into a picture, and pixels taken from where a map says.
 *
 * @throws UnableToMakePicture
 */
final class PlacedPixels
{
    private const DOING = 'place pixels';

    /**
     * A picture with a part of it replaced.
     *
     * @param  string  $samples  three channels of as many bits as the picture has, row by row
     */
    public static function inserted(
        Picture $picture,
        string $samples,
        int $left,
        int $top,
        int $width,
        int $height,
    ): Picture {
        $format = $picture->isDeep() ? Arithmetic::FORMAT_USHORT : Arithmetic::FORMAT_UCHAR;
        $own = self::taken($samples, $width, $height, 3, $format);

        return $picture->changed(self::DOING, fn (CData $image, CData $out): int => Vips::library()
            ->vips_insert($image, $own->image(), $out, $left, $top, null));
    }

    /**
     * Each pixel from where it is in the picture, by bicubic interpolation. Where that is, is said of every so many
     * pixels across and down; in between it is even.
     *
     * @param  string  $places  x and y of each, in pixels from the middle of the first one, as floats, row by row
     * @param  int  $columns  places in a row
     * @param  int  $step  pixels from one to the next
     */
    public static function from(
        Picture $picture,
        string $places,
        int $columns,
        int $step,
        int $width,
        int $height,
    ): Picture {
        $rows = intdiv(strlen($places), 8 * $columns);
        $coarse = self::taken($places, $columns, $rows, 2, Arithmetic::FORMAT_FLOAT);
        $map = self::enlarged($coarse, (float) $step, $width, $height);
        $library = Vips::library();
        $bicubic = $library->vips_interpolate_new('bicubic');
        try {
            return $picture->inMemory()->changed(self::DOING, fn (CData $image, CData $out): int => $library
                ->vips_mapim($image, $out, $map->image(), 'interpolate', $bicubic, null))->inMemory();
        } finally {
            $library->g_object_unref($library->cast('void*', $bicubic));
        }
    }

    private static function enlarged(Picture $coarse, float $step, int $width, int $height): Picture
    {
        $library = Vips::library();
        $area = $library->vips_array_int_newv(4, 0, 0, $width, $height);
        try {
            return $coarse->changed(self::DOING, fn (CData $image, CData $out): int => $library
                ->vips_affine($image, $out, $step, 0.0, 0.0, $step, 'oarea', $area, null))->inMemory();
        } finally {
            $library->vips_area_unref($area);
        }
    }

    private static function taken(string $samples, int $width, int $height, int $bands, int $format): Picture
    {
        $image = Vips::library()
            ->vips_image_new_from_memory_copy($samples, strlen($samples), $width, $height, $bands, $format);

        return Picture::of(Vips::given($image, self::DOING));
    }
}
