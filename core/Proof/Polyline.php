<?php

declare(strict_types=1);

namespace Kanpai\Core\Proof;

/** A line drawn by hand, thinned to the points that carry its shape. */
final class Polyline
{
    /**
     * Leaves out points that lie on the way between others (Douglas and Peucker 1973, without recursion).
     *
     * @param  non-empty-list<array{int, int}>  $points  pixels
     * @param  float  $tolerance  pixels that a point left out may lie off the line
     * @return list<array{int, int}>
     */
    public static function thinned(array $points, float $tolerance): array
    {
        $last = count($points) - 1;
        $kept = [0 => true, $last => true];
        $open = [[0, $last]];
        while ($open !== []) {
            [$from, $to] = array_pop($open);
            [$at, $distance] = self::farthest($points, $from, $to);
            if ($distance > $tolerance) {
                $kept[$at] = true;
                array_push($open, [$from, $at], [$at, $to]);
            }
        }
        ksort($kept);

        return array_map(fn (int $i): array => $points[$i], array_keys($kept));
    }

    /**
     * @param  non-empty-list<array{int, int}>  $points
     * @return array{int, float} the point between two others that lies farthest off their line, and how far
     */
    private static function farthest(array $points, int $from, int $to): array
    {
        $farthest = 0.0;
        $at = $from;
        for ($i = $from + 1; $i < $to; $i++) {
            $distance = self::distance($points[$i], $points[$from], $points[$to]);
            if ($distance > $farthest) {
                [$farthest, $at] = [$distance, $i];
            }
        }

        return [$at, $farthest];
    }

    /**
     * From a point to a stretch: beyond its ends to the end, else across.
     *
     * @param  array{int, int}  $point
     * @param  array{int, int}  $from
     * @param  array{int, int}  $to
     */
    private static function distance(array $point, array $from, array $to): float
    {
        [$px, $py] = [$point[0] - $from[0], $point[1] - $from[1]];
        [$bx, $by] = [$to[0] - $from[0], $to[1] - $from[1]];
        $length = hypot($bx, $by);
        if ($length === 0.0) {
            return hypot($px, $py);
        }
        $along = max(0.0, min(1.0, ($px * $bx + $py * $by) / ($length * $length)));

        return hypot($px - $along * $bx, $py - $along * $by);
    }
}
