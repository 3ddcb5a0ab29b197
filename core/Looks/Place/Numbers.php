<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Place;

/** Numbers as they are kept and sent: what is none is the usual one, what is too much the nearest that can be. */
final class Numbers
{
    public static function of(mixed $value, float $usual, float $least, float $most): float
    {
        return (is_int($value) || is_float($value)) && ! is_nan((float) $value)
            ? max($least, min($most, (float) $value))
            : $usual;
    }

    /** @return array{float, float} shares of both sides; a little beside the picture is a place too */
    public static function pair(mixed $value): array
    {
        $pair = is_array($value) ? $value : [];

        return [self::of($pair[0] ?? null, 0.5, -1.0, 2.0), self::of($pair[1] ?? null, 0.5, -1.0, 2.0)];
    }
}
