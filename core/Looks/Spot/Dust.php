<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Spot;

/**
 * Dust on a sensor: dark specks at the same place of many scenes. What a scene shows is there alone; dust is wherever
 * its surroundings are even enough to see it. The thresholds are ours.
 */
final class Dust
{
    /** Scenes in which a place must have been seen at all, and the share of all scenes. */
    private const LEAST_SEEN = 4;

    private const LEAST_SHARE_SEEN = 0.1;

    /** In how many of the scenes in which a place is seen a speck is there. */
    private const OFTEN = 0.7;

    /** Cells of the smallest and the largest speck: fewer is texture, more is no dust. */
    private const SMALLEST = 4;

    private const LARGEST = 160;

    /** Cells by which a speck is healed beyond what was seen of it: its edge is soft. */
    private const MARGIN = 1.6;

    /** Cells at the edge of the sensor, of whose surroundings too little is known. */
    private const EDGE = 3;

    /** How many times as long as wide a speck may be. */
    private const LONGEST = 2.5;

    /**
     * @param  list<float>  $specks  in how many scenes each place had a dark speck, row by row
     * @param  list<float>  $seen  in how many its surroundings were even
     * @param  int<1, max>  $width  of a row
     * @param  int  $scenes  that were looked at
     * @return list<array{x: float, y: float, radius: float}> shares of both sides, and of the long one; the most often
     *     seen first
     */
    public static function find(array $specks, array $seen, int $width, int $scenes): array
    {
        $least = max(self::LEAST_SEEN, self::LEAST_SHARE_SEEN * $scenes);
        $shares = [];
        foreach ($specks as $place => $count) {
            if ($seen[$place] >= $least && $count >= self::OFTEN * $seen[$place]) {
                $shares[$place] = $count / $seen[$place];
            }
        }
        $found = [];
        foreach (self::together($shares, $width) as $group) {
            $speck = self::speck($group, $shares, $width, intdiv(count($seen), $width));
            $speck === null || $found[] = $speck;
        }
        usort($found, fn (array $one, array $other): int => $other['often'] <=> $one['often']);

        return array_map(
            fn (array $speck): array => ['x' => $speck['x'], 'y' => $speck['y'], 'radius' => $speck['radius']],
            array_slice($found, 0, Spot::MOST),
        );
    }

    /**
     * @param  array<int, float>  $shares  by place
     * @return list<non-empty-list<int>> places that touch each other
     */
    private static function together(array $shares, int $width): array
    {
        $groups = [];
        $left = $shares;
        foreach ($shares as $place => $share) {
            if (! isset($left[$place])) {
                continue;
            }
            unset($left[$place]);
            [$group, $next] = [[], [$place]];
            while ($next !== []) {
                $own = array_pop($next);
                $group[] = $own;
                foreach ([-$width - 1, -$width, -$width + 1, -1, 1, $width - 1, $width, $width + 1] as $step) {
                    if (isset($left[$own + $step])) {
                        unset($left[$own + $step]);
                        $next[] = $own + $step;
                    }
                }
            }
            $groups[] = $group;
        }

        return $groups;
    }

    /**
     * @param  non-empty-list<int>  $group
     * @param  array<int, float>  $shares
     * @return array{x: float, y: float, radius: float, often: float}|null null where it is no speck
     */
    private static function speck(array $group, array $shares, int $width, int $height): ?array
    {
        $columns = array_map(fn (int $place): int => $place % $width, $group);
        $rows = array_map(fn (int $place): int => intdiv($place, $width), $group);
        $sides = [max($columns) - min($columns) + 1, max($rows) - min($rows) + 1];
        $room = min(min($columns), min($rows), $width - 1 - max($columns), $height - 1 - max($rows));
        if ($room < self::EDGE || ! self::isSpeck(count($group), ...$sides)) {
            return null;
        }

        [$x, $y, $sum] = [0.0, 0.0, 0.0];
        foreach ($group as $i => $place) {
            $x += $shares[$place] * ($columns[$i] + 0.5);
            $y += $shares[$place] * ($rows[$i] + 0.5);
            $sum += $shares[$place];
        }

        return [
            'x' => $x / $sum / $width,
            'y' => $y / $sum / $height,
            'radius' => (sqrt(count($group) / M_PI) + self::MARGIN) / max($width, $height),
            'often' => $sum,
        ];
    }

    private static function isSpeck(int $cells, int $across, int $down): bool
    {
        return $cells >= self::SMALLEST && $cells <= self::LARGEST &&
            max($across, $down) <= self::LONGEST * min($across, $down);
    }
}
