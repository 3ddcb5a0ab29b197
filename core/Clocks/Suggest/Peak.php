<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks\Suggest;

/**
 * The difference of two clocks that most pairs of runs agree on.
 *
 * A pair is the difference in milliseconds, the run of the body, the run of the other, the distance of their likeness,
 * and its weight.
 *
 * @phpstan-type Pair array{int, int, int, int, float}
 */
final readonly class Peak
{
    /**
     * @param  list<Pair>  $pairs  each run in one of them only
     * @param  float  $expected  pairs that would fall into such a window by accident
     * @param  float  $windows  windows there are
     */
    private function __construct(public array $pairs, private float $expected, private float $windows)
    {
    }

    /**
     * @param  list<Pair>  $pairs
     * @param  int  $width  milliseconds on either side that count as agreeing
     */
    public static function highest(array $pairs, int $width): self
    {
        sort($pairs);
        $best = 0.0;
        $found = [];
        $from = 0;
        $sum = 0.0;
        $count = count($pairs);
        for ($to = 0; $to < $count; $to++) {
            $sum += $pairs[$to][4];
            while ($pairs[$to][0] - $pairs[$from][0] > 2 * $width) {
                $sum -= $pairs[$from++][4];
            }
            // A window is worth what its pairs are worth with each run counted once.
            $own = $sum > $best + 1e-9 ? self::each(array_slice($pairs, $from, $to - $from + 1)) : [];
            $worth = array_sum(array_column($own, 4));
            if ($worth > $best) {
                [$best, $found] = [$worth, $own];
            }
        }
        if ($count === 0) {
            return new self([], 0.0, 1.0);
        }
        $span = max(1, $pairs[$count - 1][0] - $pairs[0][0] + 2 * $width);

        return new self($found, (2 * $width * $count) / $span, $span / $width);
    }

    public function count(): int
    {
        return count($this->pairs);
    }

    /** The chance that a window somewhere holds so many by accident (Poisson), 0 to 1. */
    public function accident(): float
    {
        if ($this->count() <= $this->expected) {
            return 1.0;
        }
        // By logarithms, since e to the minus many pairs is nothing to a computer; beyond the mean the terms only fall.
        $log = -$this->expected;
        for ($k = 1; $k <= $this->count(); $k++) {
            $log += log(max(1e-12, $this->expected) / $k);
        }
        $tail = 0.0;
        for (
            $k = $this->count(), $term = exp($log);
            $term > 1e-18 * $tail && $k < $this->count() + 1000;
            $term *= $this->expected / ++$k
        ) {
            $tail += $term;
        }

        return min(1.0, $this->windows * $tail);
    }

    /**
     * The heaviest pairs, each run taken once: a window that holds one scene ten times is no tenfold proof.
     *
     * @param  list<Pair>  $pairs
     * @return list<Pair>
     */
    private static function each(array $pairs): array
    {
        usort($pairs, fn (array $a, array $b): int => $b[4] <=> $a[4]);
        $of = $other = $kept = [];
        foreach ($pairs as $pair) {
            if (! isset($of[$pair[1]]) && ! isset($other[$pair[2]])) {
                $of[$pair[1]] = $other[$pair[2]] = true;
                $kept[] = $pair;
            }
        }

        return $kept;
    }
}
