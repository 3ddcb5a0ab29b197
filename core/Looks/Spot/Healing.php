<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Spot;

/**
 * A disc gets the texture of a disc beside it, whose shade is adapted to the rim. The difference along the rim is
 * spread over the disc by weights that fall with the square of the distance (Shepard 1968; the idea of cloning by what
 * lies on the border is that of Farbman et al. 2009). `resources/js/looks/healing.js` is the same.
 */
final class Healing
{
    /** Places on the rim that are looked at, and by how many pixels they lie outside. */
    private const RIM = 24;

    private const OUTSIDE = 2;

    /** Radii away at which something alike is looked for, in so many directions. */
    private const DISTANCES = [2.3, 3.2];

    private const DIRECTIONS = 12;

    /** Pixels around the middle of a spot, in radii and in all, that are ever looked at. */
    public const REACH = 4.3;

    public const MARGIN = 5;

    /** Weights look at a rim a little larger, and at no distance of nothing. */
    private const LARGER = 1.05;

    private const LEAST = 1e-3;

    /** Nodes on a side over which the difference is spread; in between it is even. */
    private const NODES = 12;

    /** From this share of the radius on, what was there before comes in again. */
    private const INNER = 0.8;

    /**
     * @param  array{x: int, y: int, radius: int, from: array{int, int}|null}  $spot  in pixels of the patch
     */
    public static function heal(Patch $patch, array $spot): void
    {
        ['x' => $x, 'y' => $y, 'radius' => $radius] = $spot;
        $rim = self::rim($patch, $x, $y, $radius);
        $from = $spot['from'] ?? self::mostAlike($patch, $x, $y, $radius, $rim);
        if ($from === null) {
            return;
        }
        $there = self::rim($patch, $x + $from[0], $y + $from[1], $radius);
        $differences = array_map(
            fn (array $own, array $other): array => [$own[0] - $other[0], $own[1] - $other[1], $own[2] - $other[2]],
            $rim,
            $there,
        );
        self::fill($patch, $x, $y, $radius, $from, self::spread($differences));
    }

    /** @return list<array{float, float}> */
    private static function directions(): array
    {
        return array_map(function (int $i): array {
            $angle = 2 * M_PI * $i / self::RIM;

            return [cos($angle), sin($angle)];
        }, range(0, self::RIM - 1));
    }

    /** @return list<array{float, float, float}> */
    private static function rim(Patch $patch, int $x, int $y, int $radius): array
    {
        $reach = $radius + self::OUTSIDE;

        return array_map(
            fn (array $at): array => $patch->mean(
                $x + (int) floor($reach * $at[0] + 0.5),
                $y + (int) floor($reach * $at[1] + 0.5),
            ),
            self::directions(),
        );
    }

    /**
     * @param  list<array{float, float, float}>  $rim
     * @return array{int, int}|null how far away the disc with the most similar rim is; null where none fits
     */
    private static function mostAlike(Patch $patch, int $x, int $y, int $radius, array $rim): ?array
    {
        [$best, $least] = [null, INF];
        foreach (self::around($radius) as [$dx, $dy]) {
            if (! self::fits($patch, $x + $dx, $y + $dy, $radius)) {
                continue;
            }
            $error = 0.0;
            foreach (self::rim($patch, $x + $dx, $y + $dy, $radius) as $i => $other) {
                $error += ($other[0] - $rim[$i][0]) ** 2 + ($other[1] - $rim[$i][1]) ** 2
                    + ($other[2] - $rim[$i][2]) ** 2;
            }
            [$best, $least] = $error < $least ? [[$dx, $dy], $error] : [$best, $least];
        }

        return $best;
    }

    /** @return list<array{int, int}> */
    private static function around(int $radius): array
    {
        $around = [];
        foreach (self::DISTANCES as $distance) {
            for ($i = 0; $i < self::DIRECTIONS; $i++) {
                $angle = 2 * M_PI * $i / self::DIRECTIONS;
                $around[] = [
                    (int) floor($distance * ($radius + 1) * cos($angle) + 0.5),
                    (int) floor($distance * ($radius + 1) * sin($angle) + 0.5),
                ];
            }
        }

        return $around;
    }

    private static function fits(Patch $patch, int $x, int $y, int $radius): bool
    {
        $reach = $radius + self::OUTSIDE;

        return $x >= $reach && $y >= $reach && $x < $patch->width - $reach && $y < $patch->height - $reach;
    }

    /**
     * @param  list<array{float, float, float}>  $differences  along the rim
     * @return list<list<array{float, float, float}>> of nodes over the disc, row by row
     */
    private static function spread(array $differences): array
    {
        $field = [];
        for ($v = 0; $v <= self::NODES; $v++) {
            $row = [];
            for ($u = 0; $u <= self::NODES; $u++) {
                $row[] = self::weighed($differences, 2 * $u / self::NODES - 1, 2 * $v / self::NODES - 1);
            }
            $field[] = $row;
        }

        return $field;
    }

    /**
     * @param  list<array{float, float, float}>  $differences
     * @return array{float, float, float}
     */
    private static function weighed(array $differences, float $x, float $y): array
    {
        [$sum, $red, $green, $blue] = [0.0, 0.0, 0.0, 0.0];
        foreach (self::directions() as $i => [$cosine, $sine]) {
            $squares = (self::LARGER * $cosine - $x) ** 2 + (self::LARGER * $sine - $y) ** 2;
            $weight = 1 / ($squares + self::LEAST);
            $sum += $weight;
            $red += $weight * $differences[$i][0];
            $green += $weight * $differences[$i][1];
            $blue += $weight * $differences[$i][2];
        }

        return [$red / $sum, $green / $sum, $blue / $sum];
    }

    /**
     * @param  array{int, int}  $from
     * @param  list<list<array{float, float, float}>>  $field
     */
    private static function fill(Patch $patch, int $x, int $y, int $radius, array $from, array $field): void
    {
        $source = clone $patch;
        for ($v = max(-$radius, -$y); $v <= min($radius, $patch->height - 1 - $y); $v++) {
            for ($u = max(-$radius, -$x); $u <= min($radius, $patch->width - 1 - $x); $u++) {
                $out = sqrt($u * $u + $v * $v) / $radius;
                if ($out > 1.0) {
                    continue;
                }
                $share = $out < self::INNER ? 1.0 : (1.0 - $out) / (1.0 - self::INNER);
                foreach ([0, 1, 2] as $channel) {
                    $added = self::between($field, $u / $radius, $v / $radius, $channel);
                    $healed = $added + $source->at($x + $u + $from[0], $y + $v + $from[1], $channel);
                    $own = $source->at($x + $u, $y + $v, $channel);
                    $patch->put($x + $u, $y + $v, $channel, $own * (1.0 - $share) + $healed * $share);
                }
            }
        }
    }

    /** @param  list<list<array{float, float, float}>>  $field */
    private static function between(array $field, float $x, float $y, int $channel): float
    {
        [$across, $down] = [($x + 1) * self::NODES / 2, ($y + 1) * self::NODES / 2];
        [$u, $v] = [min(self::NODES - 1, (int) $across), min(self::NODES - 1, (int) $down)];
        [$across, $down] = [$across - $u, $down - $v];

        return ($field[$v][$u][$channel] * (1 - $across) + $field[$v][$u + 1][$channel] * $across) * (1 - $down)
            + ($field[$v + 1][$u][$channel] * (1 - $across) + $field[$v + 1][$u + 1][$channel] * $across) * $down;
    }
}
