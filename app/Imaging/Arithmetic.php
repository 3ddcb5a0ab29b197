<?php

declare(strict_types=1);

namespace App\Imaging;

use FFI;
use FFI\CData;

/**
 * Sums of pictures, pixel by pixel. Each gives a new picture, worked out when its pixels are asked for.
 *
 * @throws UnableToMakePicture
 */
final class Arithmetic
{
    public const FORMAT_UCHAR = 0;

    public const FORMAT_USHORT = 2;

    public const FORMAT_SHORT = 3;

    public const FORMAT_FLOAT = 6;

    private const DOING = 'reckon with pixels';

    public static function sum(Picture $one, Picture $other): Picture
    {
        return self::two('vips_add', $one, $other);
    }

    public static function difference(Picture $one, Picture $other): Picture
    {
        return self::two('vips_subtract', $one, $other);
    }

    public static function product(Picture $one, Picture $other): Picture
    {
        return self::two('vips_multiply', $one, $other);
    }

    /** Nothing where the other one is nothing. */
    public static function quotient(Picture $one, Picture $other): Picture
    {
        return self::two('vips_divide', $one, $other);
    }

    /** Of pictures of 0 and 255: where both are 255. */
    public static function both(Picture $one, Picture $other): Picture
    {
        return self::two('vips_andimage', $one, $other);
    }

    /** @param  'vips_add'|'vips_andimage'|'vips_divide'|'vips_multiply'|'vips_subtract'  $function */
    private static function two(string $function, Picture $one, Picture $other): Picture
    {
        return $one->changed(self::DOING, fn (CData $image, CData $out): int => Vips::library()
            ->{$function}($image, $other->image(), $out, null));
    }

    /** 255 where a value is at least so much, else 0. */
    public static function atLeast(Picture $picture, float $least): Picture
    {
        return $picture->changed(self::DOING, fn (CData $image, CData $out): int => Vips::library()
            ->vips_moreeq_const1($image, $out, $least, null));
    }

    /** `factor × value + offset`, as fractions. */
    public static function linear(Picture $picture, float $factor, float $offset): Picture
    {
        $a = Vips::fresh('double[1]');
        $b = Vips::fresh('double[1]');
        [$a[0], $b[0]] = [$factor, $offset];

        return $picture->changed(self::DOING, fn (CData $image, CData $out): int => Vips::library()
            ->vips_linear($image, $out, $a, $b, 1, null));
    }

    /** Means of a square around each pixel; beyond the edge the last pixel goes on. */
    public static function boxed(Picture $picture, int $radius): Picture
    {
        $side = 2 * $radius + 1;
        $weights = Vips::fresh("double[{$side}]");
        for ($i = 0; $i < $side; $i++) {
            $weights[$i] = 1.0;
        }
        $row = Vips::library()->vips_image_new_matrix_from_array($side, 1, $weights, $side);
        $row = Picture::of(Vips::given($row, self::DOING));
        Vips::library()->vips_image_set_double($row->image(), 'scale', (float) $side);

        return $picture->changed(self::DOING, fn (CData $image, CData $out): int => Vips::library()
            ->vips_convsep($image, $out, $row->image(), null))->inMemory();
    }

    /** @param  non-empty-list<Picture>  $channels */
    public static function joined(array $channels): Picture
    {
        $images = Vips::fresh('VipsImage*['.count($channels).']');
        foreach ($channels as $i => $channel) {
            $images[$i] = $channel->image();
        }

        return $channels[0]->changed(self::DOING, fn (CData $image, CData $out): int => Vips::library()
            ->vips_bandjoin(FFI::addr($images[0]), $out, count($channels), null));
    }

    /** As another format; fractions are cut off. */
    public static function cast(Picture $picture, int $format): Picture
    {
        return $picture->changed(self::DOING, fn (CData $image, CData $out): int => Vips::library()
            ->vips_cast($image, $out, $format, null));
    }

    public static function format(Picture $picture): int
    {
        return Vips::library()->vips_image_get_format($picture->image());
    }
}
