<?php

declare(strict_types=1);

namespace App\Imaging;

use FFI;
use FFI\CData;

/** What can be measured of a picture. */
final class PictureMeasures
{
    /** Grids are counted out of a picture of at most this longest side. */
    private const GRID = 64;

    private const LAPLACIAN = [0.0, 1.0, 0.0, 1.0, -4.0, 1.0, 0.0, 1.0, 0.0];

    /**
     * Grey values averaged down to a small grid, for hashes.
     *
     * @return list<int> width × height values of 0–255, row by row
     */
    public static function greyGrid(Picture $picture, int $width, int $height): array
    {
        $small = $picture->within(max(self::GRID, $width, $height))->grey();

        return self::grid($small->bands() > 1 ? $small->channel(0) : $small, $width, $height);
    }

    /**
     * Colours averaged down to a small grid.
     *
     * @return list<int> width × height values of red, green and blue, 0–255, row by row
     */
    public static function colourGrid(Picture $picture, int $width, int $height): array
    {
        $small = $picture->within(max(self::GRID, $width, $height))->inMemory();
        $isGrey = $small->bands() < 3;
        $bands = array_map(
            fn (int $band): array => self::grid($small->channel($isGrey ? 0 : $band), $width, $height),
            [0, 1, 2],
        );

        return array_merge(...array_map(null, ...$bands));
    }

    /**
     * How sharp a picture is: the variance of its Laplacian (Pech-Pacheco 2000), as the square of levels of 0–255. Only
     * pictures of one size can be compared.
     *
     * Of green alone, which is most of lightness (0.72 of it in sRGB, IEC 61966-2-1) and what a sensor has most sites
     * for: to weigh the three costs more than all the rest.
     */
    public static function sharpness(Picture $picture): float
    {
        $weights = Vips::fresh('double[9]');
        foreach (self::LAPLACIAN as $i => $weight) {
            $weights[$i] = $weight;
        }
        $matrix = Vips::library()->vips_image_new_matrix_from_array(3, 3, $weights, 9);
        $mask = Picture::of(Vips::given($matrix, 'measure the sharpness'));
        $edges = $picture
            ->channel($picture->bands() > 2 ? 1 : 0)
            ->changed('find edges', fn (CData $image, CData $out): int => Vips::library()
                ->vips_conv($image, $out, $mask->image(), null));
        $deviation = Vips::fresh('double');
        $result = Vips::library()->vips_deviate($edges->image(), FFI::addr($deviation), null);
        Vips::check($result, 'measure the sharpness');

        return (float) $deviation->cdata ** 2;
    }

    /**
     * Where a picture with transparency shows anything.
     *
     * @return array{int, int, int, int} left, top, width, height in pixels; all of it where nothing shows
     */
    public static function opaque(Picture $picture): array
    {
        $transparency = $picture->channel($picture->bands() - 1)->toned([-1.0], [255.0]);
        [$left, $top, $width, $height] = array_map(fn (): CData => Vips::fresh('int'), range(1, 4));
        $result = Vips::library()->vips_find_trim(
            $transparency->image(),
            FFI::addr($left),
            FFI::addr($top),
            FFI::addr($width),
            FFI::addr($height),
            null,
        );
        Vips::check($result, 'find what shows');

        return $width->cdata > 0 && $height->cdata > 0
            ? [$left->cdata, $top->cdata, $width->cdata, $height->cdata]
            : [0, 0, $picture->width(), $picture->height()];
    }

    /** @return list<int> of a picture of one band, width × height mean values of 0–255, row by row */
    private static function grid(Picture $picture, int $width, int $height): array
    {
        [$w, $h, $samples] = [$picture->width(), $picture->height(), $picture->samples()];
        $values = [];
        for ($y = 0; $y < $height; $y++) {
            [$top, $bottom] = self::span($y, $height, $h);
            for ($x = 0; $x < $width; $x++) {
                [$left, $right] = self::span($x, $width, $w);
                $sum = 0;
                for ($row = $top; $row < $bottom; $row++) {
                    $sum += array_sum(unpack('C*', substr($samples, $row * $w + $left, $right - $left)) ?: []);
                }
                $values[] = intdiv((int) $sum, ($bottom - $top) * ($right - $left));
            }
        }

        return $values;
    }

    /** @return array{int, int} the pixels of one cell of a grid, at least one, from and up to */
    private static function span(int $cell, int $cells, int $pixels): array
    {
        $from = intdiv($cell * $pixels, $cells);

        return [$from, max($from + 1, intdiv(($cell + 1) * $pixels, $cells))];
    }
}
