<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Colour;

/** The colours of screens and JPEGs: IEC 61966-2-1:1999. Values from 0 to 1. */
final class Srgb
{
    /** X, Y and Z of its primaries at full light, with its own white (D65) at Y = 1. */
    private const TO_XYZ = [
        [0.4124564, 0.3575761, 0.1804375],
        [0.2126729, 0.7151522, 0.0721750],
        [0.0193339, 0.1191920, 0.9503041],
    ];

    /** Light of an encoded value. */
    public static function light(float $encoded): float
    {
        return $encoded <= 0.04045 ? $encoded / 12.92 : (($encoded + 0.055) / 1.055) ** 2.4;
    }

    public static function encoded(float $light): float
    {
        return $light <= 0.0031308 ? 12.92 * $light : 1.055 * $light ** (1 / 2.4) - 0.055;
    }

    public static function toXyz(): Matrix
    {
        return Matrix::of(self::TO_XYZ);
    }

    /** What turns linear light so that the white of a light becomes the white of the screen. */
    public static function balance(Chromaticity $white): Matrix
    {
        $adapted = Adaptation::between($white, WhitePoint::of(WhitePoint::D65));

        return self::toXyz()->inverse()->after($adapted)->after(self::toXyz());
    }
}
