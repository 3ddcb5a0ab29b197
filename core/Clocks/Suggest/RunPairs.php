<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks\Suggest;

/**
 * All pairs of runs of two bodies, with how much their likeness speaks for one and the same scene.
 *
 * Likeness is the Hamming distance of difference hashes (Krawetz 2013). What is alike depends on the day: in a grey
 * hall everything is. So a distance weighs by how rare it is among all pairs of this shoot: −ln of the share that
 * is at least as close.
 */
final class RunPairs
{
    /** Bits of 64 that differ where runs have no picture to compare. */
    private const UNKNOWN = 64;

    /** @var array<int, int>|null number of 16 bits => how many of them are set */
    private static ?array $bits = null;

    /**
     * @param  list<Run>  $of
     * @param  list<Run>  $other
     * @return list<array{int, int, int, float}> place of the run in `$of`, in `$other`, distance 0 to 64, weight
     */
    public static function of(array $of, array $other): array
    {
        $pairs = [];
        $histogram = array_fill(0, self::UNKNOWN + 1, 0);
        foreach ($of as $i => $run) {
            foreach ($other as $j => $candidate) {
                $distance = self::distance($run->looks, $candidate->looks);
                $histogram[$distance]++;
                $pairs[] = [$i, $j, $distance];
            }
        }
        $weights = [];
        $closer = 0;
        foreach ($histogram as $distance => $count) {
            $closer += $count;
            $weights[$distance] =
                $distance === self::UNKNOWN || $closer === 0 ? 0.0 : -log($closer / max(1, count($pairs)));
        }

        return array_map(fn (array $pair): array => [...$pair, $weights[$pair[2]]], $pairs);
    }

    /**
     * @param  list<list<int>>  $a
     * @param  list<list<int>>  $b
     */
    private static function distance(array $a, array $b): int
    {
        $bits = self::$bits ??= self::bits();
        $best = self::UNKNOWN;
        foreach ($a as [$a0, $a1, $a2, $a3]) {
            foreach ($b as [$b0, $b1, $b2, $b3]) {
                $distance = $bits[$a0 ^ $b0] + $bits[$a1 ^ $b1];
                if ($distance < $best) {
                    $best = min($best, $distance + $bits[$a2 ^ $b2] + $bits[$a3 ^ $b3]);
                }
            }
        }

        return $best;
    }

    /** @return array<int, int> */
    private static function bits(): array
    {
        $bits = [0];
        for ($i = 1; $i < 65536; $i++) {
            $bits[$i] = $bits[$i >> 1] + ($i & 1);
        }

        return $bits;
    }
}
