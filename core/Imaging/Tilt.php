<?php

declare(strict_types=1);

namespace Kanpai\Core\Imaging;

/**
 * By how many degrees a horizon leans: the direction in which the clear, long edges agree that are nearly level or
 * nearly upright.
 *
 * Each tile that shows an edge and nothing else votes with the direction across it, as its structure tensor has it,
 * weighted by its energy. A horizon far out of focus is not seen.
 */
final class Tilt
{
    /** Degrees on both sides of level that are taken for a leaning horizon. */
    public const MOST = 12.0;

    private const BIN = 0.25;

    /** Degrees around the strongest direction that count as the same one. */
    private const SAME = 1.2;

    /** Tiles that show an edge and nothing else. */
    private const LEAST_COHERENCE = 0.93;

    private const LEAST_ENERGY = 20.0;

    /** Energy beyond which an edge has no more weight. */
    private const MOST_ENERGY = 1000.0;

    /** Of all votes, the share that must agree; and of the columns of the grid, how many a horizon must cross. */
    private const AGREEING = 0.4;

    private const CROSSED = 0.3;

    /** @return float|null degrees, positive where the right side hangs; null where no horizon can be seen */
    public static function of(GradientGrid $grid): ?float
    {
        $votes = self::votes($grid);
        if ($votes === []) {
            return null;
        }
        $peak = self::peak($votes);
        $near = array_filter($votes, fn (array $vote): bool => abs($vote['angle'] - $peak) <= self::SAME);
        $weight = array_sum(array_column($near, 'weight'));
        $columns = count(array_unique(array_column($near, 'column')));
        if (
            $weight < self::AGREEING * array_sum(array_column($votes, 'weight')) ||
            $columns < self::CROSSED * $grid->columns
        ) {
            return null;
        }
        $sum = array_sum(array_map(fn (array $vote): float => $vote['angle'] * $vote['weight'], $near));

        return $sum / $weight;
    }

    /** @return list<array{angle: float, weight: float, column: int}> angles in degrees from level */
    private static function votes(GradientGrid $grid): array
    {
        $votes = [];
        foreach ($grid->tiles as $i => $tile) {
            $coherence = $tile->coherence();
            if ($coherence < self::LEAST_COHERENCE || $tile->energy() < self::LEAST_ENERGY) {
                continue;
            }
            // Across a level edge goes from top to bottom.
            $angle = rad2deg($tile->direction()) - 90.0;
            if (abs($angle) <= self::MOST) {
                $votes[] = [
                    'angle' => $angle,
                    'weight' => $coherence ** 2 * min($tile->energy(), self::MOST_ENERGY),
                    'column' => $i % $grid->columns,
                ];
            }
        }

        return $votes;
    }

    /** @param  non-empty-list<array{angle: float, weight: float, column: int}>  $votes */
    private static function peak(array $votes): float
    {
        $best = [0.0, -1.0];
        for ($angle = -self::MOST; $angle <= self::MOST; $angle += self::BIN) {
            $weight = 0.0;
            foreach ($votes as $vote) {
                $weight += $vote['weight'] * max(0.0, 1 - abs($vote['angle'] - $angle) / self::SAME);
            }
            $best = $weight > $best[1] ? [$angle, $weight] : $best;
        }

        return $best[0];
    }
}
