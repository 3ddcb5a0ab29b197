<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks\Suggest;

/**
 * A straight line through points of which many may lie off.
 *
 * Of the lines through two points the one is taken whose nearer half lies closest (least trimmed squares, Rousseeuw
 * 1984); from there iteratively reweighted least squares with Tukey's weights, which leave out what lies far off.
 */
final readonly class RobustLine
{
    /** Gives 95 % of the efficiency of least squares under normal errors (Holland and Welsch 1977, from memory). */
    private const TUKEY = 4.685;

    private const ROUNDS = 20;

    /** Lines that are tried at most. */
    private const TRIALS = 3000;

    /**
     * @param  float  $centre  weighted middle of the points
     * @param  float  $error  standard error of the value at the centre
     * @param  float|null  $slopeError  standard error of the slope; null when the points do not tell
     * @param  float  $points  how many points it rests on; one that lies off counts in part or not at all
     */
    private function __construct(
        public float $centre,
        public float $value,
        public float $slope,
        public float $error,
        public ?float $slopeError,
        public float $points,
    ) {
    }

    /**
     * @param  non-empty-list<array{float, float}>  $points
     * @param  float  $steepest  slope that is looked at, up or down
     */
    public static function through(array $points, float $steepest): self
    {
        return self::fit($points, $steepest);
    }

    /**
     * The same without a slope.
     *
     * @param  non-empty-list<array{float, float}>  $points
     */
    public static function level(array $points): self
    {
        return self::fit($points, 0.0);
    }

    public function at(float $x): float
    {
        return $this->value + $this->slope * ($x - $this->centre);
    }

    /** @param  non-empty-list<array{float, float}>  $points */
    private static function fit(array $points, float $steepest): self
    {
        $slopes = $steepest > 0;
        [$centre, $value, $slope, $scale] = self::closest($points, $steepest);
        $weights = [];
        $xx = $sum = 0.0;
        for ($round = 0; $round < self::ROUNDS; $round++) {
            foreach ($points as $i => [$x, $y]) {
                $off = ($y - $value - $slope * ($x - $centre)) / ($scale * self::TUKEY);
                $weights[$i] = max(0.0, 1 - $off ** 2) ** 2;
            }
            $sum = array_sum($weights);
            $centre = $value = $xx = $xy = 0.0;
            foreach ($points as $i => [$x, $y]) {
                $centre += ($weights[$i] * $x) / $sum;
                $value += ($weights[$i] * $y) / $sum;
            }
            foreach ($points as $i => [$x, $y]) {
                $xx += $weights[$i] * ($x - $centre) ** 2;
                $xy += $weights[$i] * ($x - $centre) * ($y - $value);
            }
            $slope = $slopes && $xx > 0 ? $xy / $xx : 0.0;
        }
        $squares = 0.0;
        foreach ($points as $i => [$x, $y]) {
            $squares += $weights[$i] * ($y - $value - $slope * ($x - $centre)) ** 2;
        }
        $free = $sum - ($slopes ? 2 : 1);
        $variance = $free > 0.5 ? $squares / $free : 1.0;

        return new self(
            $centre,
            $value,
            $slope,
            sqrt($variance / $sum),
            $slopes && $free > 0.5 && $xx > 0 ? sqrt($variance / $xx) : null,
            $sum,
        );
    }

    /**
     * @param  non-empty-list<array{float, float}>  $points
     * @return array{float, float, float, float} a place, the value there, the slope,
     *     and how far the nearer half lies off
     */
    private static function closest(array $points, float $steepest): array
    {
        $slopes = $steepest > 0;
        $count = count($points);
        $half = min($count, max(4, intdiv($count, 2)));
        $best = [$points[0][0], $points[0][1], 0.0, INF];
        $lines = $slopes ? intdiv($count * ($count - 1), 2) : $count;
        // Every n-th line, so that there are not too many.
        $step = max(1, (int) ceil($lines / self::TRIALS));
        for ($n = 0, $i = 0, $j = $slopes ? 1 : 0; $i < $count; $n++) {
            if ($n % $step === 0 && ($i === $j || abs($points[$j][0] - $points[$i][0]) > 1)) {
                $slope = $i === $j ? 0.0 : ($points[$j][1] - $points[$i][1]) / ($points[$j][0] - $points[$i][0]);
                $squares = [];
                foreach (abs($slope) > $steepest ? [] : $points as [$x, $y]) {
                    $squares[] = ($y - $points[$i][1] - $slope * ($x - $points[$i][0])) ** 2;
                }
                sort($squares);
                $off = array_sum(array_slice($squares, 0, $half)) / $half;
                if ($squares !== [] && $off < $best[3]) {
                    $best = [$points[$i][0], $points[$i][1], $slope, $off];
                }
            }
            if (! $slopes) {
                $j = ++$i;
            } elseif (++$j >= $count) {
                $j = ++$i + 1;
                $i = $j >= $count ? $count : $i;
            }
        }

        // The nearer half of normal errors has a third of their spread (the truncated normal distribution).
        return [$best[0], $best[1], $best[2], max(0.02, 2.6 * sqrt($best[3]))];
    }
}
