<?php

declare(strict_types=1);

namespace Kanpai\Demo\Drawing;

/** Mixing of `#rrggbb` colours. */
final class Colour
{
    public static function mix(string $from, string $to, float $share): string
    {
        $a = self::parts($from);
        $b = self::parts($to);
        $mixed = '#';
        foreach ($a as $i => $value) {
            $mixed .= sprintf('%02x', (int) round($value + ($b[$i] - $value) * max(0.0, min(1.0, $share))));
        }

        return $mixed;
    }

    public static function darker(string $colour, float $share): string
    {
        return self::mix($colour, '#0e0c10', $share);
    }

    public static function lighter(string $colour, float $share): string
    {
        return self::mix($colour, '#ffffff', $share);
    }

    /** @return array{int, int, int} */
    private static function parts(string $colour): array
    {
        return [
            (int) hexdec(substr($colour, 1, 2)),
            (int) hexdec(substr($colour, 3, 2)),
            (int) hexdec(substr($colour, 5, 2)),
        ];
    }
}
