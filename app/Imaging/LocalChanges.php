<?php

declare(strict_types=1);

namespace App\Imaging;

use FFI\CData;

/**
 * Changes of a picture that depend on place or on neighbours. Each gives a new picture.
 *
 * @throws UnableToMakePicture
 */
final class LocalChanges
{
    private const LINEAR = 1;

    /** Pixels of the long side from which a picture is large. */
    private const LARGE = 3_200;

    private const EXTEND_COPY = 1;

    /** Steps of sixteen bits for one of eight. */
    private const STEPS = 257.0;

    /** What is taken away is what a blur by 1 2 1 in both directions leaves; 128 stands for nothing. */
    private const EDGES = [-1.0, -2.0, -1.0, -2.0, 12.0, -2.0, -1.0, -2.0, -1.0];

    private const EDGES_SCALE = 16.0;

    private const NONE = 128;

    private const WHOLE_NUMBERS = 0;

    /** @param  0|1|2|3  $quarters  clockwise */
    public static function turned(Picture $picture, int $quarters): Picture
    {
        return $quarters === 0
            ? $picture
            : $picture->changed('turn', fn (CData $image, CData $out): int => Vips::library()
                ->vips_rot($image, $out, $quarters, null));
    }

    /**
     * A part of a picture, turned: each pixel is where a·x + b·y + c, and the same for y, lies in the picture, by
     * bicubic interpolation.
     *
     * @param  array{array{float, float, float}, array{float, float, float}}  $from  in pixels, from corner to corner
     */
    public static function drawnFrom(Picture $picture, array $from, int $width, int $height): Picture
    {
        [$p, $q, $r, $s, $x, $y] = self::otherWay($from);
        $library = Vips::library();
        $bicubic = $library->vips_interpolate_new('bicubic');
        $area = $library->vips_array_int_newv(4, 0, 0, $width, $height);
        // What lies between the last pixels and the edge is as they are.
        $how = ['interpolate', $bicubic, 'oarea', $area, 'odx', $x, 'ody', $y, 'extend', self::LINEAR, null];
        try {
            return $picture->changed('turn and crop', fn (CData $image, CData $out): int => $library
                ->vips_affine($image, $out, $p, $q, $r, $s, ...$how))->inMemory();
        } finally {
            $library->g_object_unref($library->cast('void*', $bicubic));
            $library->vips_area_unref($area);
        }
    }

    /**
     * libvips wants the other way: where a pixel of the picture goes, counted from the middle of the first one.
     *
     * @param  array{array{float, float, float}, array{float, float, float}}  $from
     * @return array{float, float, float, float, float, float}
     */
    private static function otherWay(array $from): array
    {
        [[$a, $b, $c], [$d, $e, $f]] = $from;
        $determinant = $a * $e - $b * $d;
        [$p, $q, $r, $s] = [$e / $determinant, -$b / $determinant, -$d / $determinant, $a / $determinant];

        return [
            $p, $q, $r, $s,
            $p * (0.5 - $c) + $q * (0.5 - $f) - 0.5,
            $r * (0.5 - $c) + $s * (0.5 - $f) - 0.5,
        ];
    }

    /**
     * Encoded values times what a small grid says of each place, smooth in between; with sixteen bits, which a table of
     * colours takes anyway.
     *
     * @param  list<float>  $gains  row by row
     * @param  int<1, max>  $columns
     */
    public static function lightened(Picture $picture, array $gains, int $columns): Picture
    {
        $steps = $picture->isDeep() ? 1.0 : self::STEPS;
        $gains = array_map(fn (float $gain): float => $gain * $steps, $gains);
        $large = self::stretched(self::grid($gains, $columns), $picture);

        return Arithmetic::cast(Arithmetic::product($picture, $large), Arithmetic::FORMAT_USHORT);
    }

    /**
     * One picture where a small grid says nothing, another of the same sides where it says all, smooth in between.
     *
     * @param  list<float>  $shares  0 to 1, row by row
     * @param  int<1, max>  $columns
     */
    public static function blended(Picture $picture, Picture $other, array $shares, int $columns): Picture
    {
        $large = self::stretched(self::grid(self::times255($shares), $columns), $picture);
        $share = Arithmetic::cast($large, Arithmetic::FORMAT_UCHAR);

        return $other->changed('blend', fn (CData $image, CData $out): int => Vips::library()
            ->vips_ifthenelse($share->image(), $image, $picture->image(), $out, 'blend', 1, null))->inMemory();
    }

    /**
     * @param  list<float>  $shares
     * @return list<float> as levels that are rounded when their fraction is cut off
     */
    private static function times255(array $shares): array
    {
        return array_map(fn (float $share): float => 255.0 * $share + 0.5, $shares);
    }

    /** @param  list<float>  $values */
    private static function grid(array $values, int $columns): Picture
    {
        $samples = pack('f*', ...$values);
        $rows = intdiv(count($values), $columns);
        $grid = Vips::library()
            ->vips_image_new_from_memory_copy($samples, strlen($samples), $columns, $rows, 1, Arithmetic::FORMAT_FLOAT);

        return Picture::of(Vips::given($grid, 'make lighter'));
    }

    /**
     * A small grid as large as a picture. For a large one it is worked out for every second pixel: between two of them
     * nothing is seen, and it takes a third of the time.
     */
    private static function stretched(Picture $grid, Picture $picture): Picture
    {
        $times = max($picture->width(), $picture->height()) >= self::LARGE ? 2 : 1;
        $large = self::enlarged($grid, $picture->width() / $times, $picture->height() / $times);
        if ($times > 1) {
            $large = $large->inMemory()->changed('stretch a grid', fn (CData $image, CData $out): int => Vips::library()
                ->vips_zoom($image, $out, $times, $times, null));
        }

        return $large->cropped(0, 0, $picture->width(), $picture->height());
    }

    /** @param  float  $width  in pixels; half a pixel more is one: it is as the last one */
    private static function enlarged(Picture $grid, float $width, float $height): Picture
    {
        $across = $width / $grid->width();
        $down = $height / $grid->height();
        [$columns, $rows] = [(int) ceil($width), (int) ceil($height)];

        return $grid
            ->changed('stretch a grid', fn (CData $image, CData $out): int => Vips::library()
                ->vips_resize($image, $out, $across, 'vscale', $down, 'kernel', self::LINEAR, null))
            ->changed('stretch a grid', fn (CData $image, CData $out): int => Vips::library()
                ->vips_embed($image, $out, 0, 0, $columns, $rows, 'extend', self::EXTEND_COPY, null));
    }

    /**
     * Sharpened along edges: what a pixel differs from its neighbours by in green, which is most of lightness, is added
     * to all channels.
     *
     * @param  float  $strength  how much of it
     * @param  float  $least  levels below which a difference is left, smoothly
     */
    public static function sharpened(Picture $picture, float $strength, float $least): Picture
    {
        $edges = self::edges($picture->channel(1));
        $table = self::tableOfEdges($strength, $least);
        $added = $edges->changed('sharpen', fn (CData $image, CData $out): int => Vips::library()
            ->vips_maplut($image, $out, $table->image(), null));
        $sum = $picture->changed('sharpen', fn (CData $image, CData $out): int => Vips::library()
            ->vips_add($image, $added->image(), $out, null));
        $sharp = Arithmetic::cast($sum, Arithmetic::FORMAT_UCHAR);

        return $sharp->inMemory();
    }

    /** What each pixel differs from its neighbours by; 128 stands for nothing. */
    private static function edges(Picture $green): Picture
    {
        $matrix = self::matrix();

        return $green->changed('sharpen', fn (CData $image, CData $out): int => Vips::library()
            ->vips_conv($image, $out, $matrix->image(), 'precision', self::WHOLE_NUMBERS, null));
    }

    private static function matrix(): Picture
    {
        $kernel = Vips::fresh('double[9]');
        foreach (self::EDGES as $i => $weight) {
            $kernel[$i] = $weight;
        }
        $matrix = Vips::library()->vips_image_new_matrix_from_array(3, 3, $kernel, 9);
        $matrix = Picture::of(Vips::given($matrix, 'sharpen'));
        Vips::library()->vips_image_set_double($matrix->image(), 'scale', self::EDGES_SCALE);
        Vips::library()->vips_image_set_double($matrix->image(), 'offset', (float) self::NONE);

        return $matrix;
    }

    private static function tableOfEdges(float $strength, float $least): Picture
    {
        $levels = pack('s*', ...array_map(function (int $level) use ($strength, $least): int {
            $difference = $level - self::NONE;
            $share = $least > 0.0 ? min(1.0, abs($difference) / $least) : 1.0;

            return (int) round($difference * $strength * $share * $share * (3 - 2 * $share));
        }, range(0, 255)));
        $table = Vips::library()
            ->vips_image_new_from_memory_copy($levels, strlen($levels), 256, 1, 1, Arithmetic::FORMAT_SHORT);

        return Picture::of(Vips::given($table, 'sharpen'));
    }

    /**
     * Means of blocks of green, as many as fit.
     *
     * @return array{non-empty-list<float>, int<1, max>} values of 0 to 1 row by row, and how many a row has
     */
    public static function cells(Picture $picture, int $most): array
    {
        $side = max(1, (int) ceil(max($picture->width(), $picture->height()) / $most));
        $width = max(1, intdiv($picture->width(), $side));
        $height = max(1, intdiv($picture->height(), $side));
        $green = $picture->channel(1);
        $green = $picture->isDeep() ? $green->shallow() : $green;
        $whole = $green->cropped(
            0,
            0,
            min($green->width(), $width * $side),
            min($green->height(), $height * $side),
        );
        $small = $side === 1
            ? $whole
            : $whole->changed('look at blocks', fn (CData $image, CData $out): int => Vips::library()
                ->vips_shrink($image, $out, (float) $side, (float) $side, null));
        $levels = array_values(unpack('C*', $small->samples()) ?: []);

        return [array_map(fn (int $level): float => $level / 255, $levels) ?: [0.0], max(1, $small->width())];
    }
}
