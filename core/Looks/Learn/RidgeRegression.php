<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Learn;

/**
 * Linear regression with weights and a penalty on the squares of its slopes (Hoerl and Kennard, Technometrics 12,
 * 1970). The intercept is not penalised.
 */
final readonly class RidgeRegression
{
    /** @param  list<float>  $slopes */
    private function __construct(public float $intercept, public array $slopes)
    {
    }

    /**
     * @param  non-empty-list<list<float>>  $rows  of features, all as long
     * @param  non-empty-list<float>  $targets  of each
     * @param  non-empty-list<float>  $weights  of each, none below 0
     * @param  float  $penalty  above 0, so that there is one answer whatever the rows are
     */
    public static function fitted(array $rows, array $targets, array $weights, float $penalty): self
    {
        $total = max(1e-12, array_sum($weights));
        $means = self::means($rows, $weights, $total);
        $mean = self::means(array_map(fn (float $target): array => [$target], $targets), $weights, $total)[0];
        $targets = array_map(fn (float $target): float => $target - $mean, $targets);
        $slopes = self::slopes(self::about($rows, $means), $targets, $weights, $penalty);
        $intercept = $mean;
        foreach ($slopes as $a => $slope) {
            $intercept -= $slope * $means[$a];
        }

        return new self($intercept, $slopes);
    }

    /**
     * @param  non-empty-list<list<float>>  $rows
     * @param  list<float>  $means
     * @return non-empty-list<list<float>>
     */
    private static function about(array $rows, array $means): array
    {
        foreach ($rows as $i => $row) {
            foreach ($row as $a => $value) {
                $rows[$i][$a] = $value - $means[$a];
            }
        }

        return $rows;
    }

    /**
     * @param  non-empty-list<list<float>>  $rows  about their means
     * @param  list<float>  $targets  about theirs
     * @param  list<float>  $weights
     * @return list<float>
     */
    private static function slopes(array $rows, array $targets, array $weights, float $penalty): array
    {
        $n = count($rows[0]);
        $left = array_fill(0, $n, array_fill(0, $n, 0.0));
        $right = array_fill(0, $n, 0.0);
        foreach ($rows as $i => $row) {
            foreach ($row as $a => $value) {
                $own = $weights[$i] * $value;
                $right[$a] += $own * $targets[$i];
                foreach ($row as $b => $other) {
                    $left[$a][$b] += $own * $other;
                }
            }
        }
        for ($a = 0; $a < $n; $a++) {
            $left[$a][$a] += $penalty;
        }

        return self::solved($left, $right);
    }

    /**
     * @param  non-empty-list<list<float>>  $rows
     * @param  list<float>  $weights
     * @return list<float>
     */
    private static function means(array $rows, array $weights, float $total): array
    {
        $means = array_fill(0, count($rows[0]), 0.0);
        foreach ($rows as $i => $row) {
            foreach ($row as $a => $value) {
                $means[$a] += $weights[$i] * $value / $total;
            }
        }

        return array_values($means);
    }

    /**
     * By Cholesky's decomposition: the penalty makes the matrix positive definite.
     *
     * @param  array<int, array<int, float>>  $left
     * @param  array<int, float>  $right
     * @return list<float>
     */
    private static function solved(array $left, array $right): array
    {
        $n = count($right);
        $lower = [];
        for ($i = 0; $i < $n; $i++) {
            for ($j = 0; $j <= $i; $j++) {
                $sum = $left[$i][$j];
                for ($k = 0; $k < $j; $k++) {
                    $sum -= $lower[$i][$k] * $lower[$j][$k];
                }
                $lower[$i][$j] = $i === $j ? sqrt(max(1e-12, $sum)) : $sum / $lower[$j][$j];
            }
        }

        return self::fromBothSides($lower, $right);
    }

    /**
     * @param  array<int, array<int, float>>  $lower
     * @param  array<int, float>  $right
     * @return list<float>
     */
    private static function fromBothSides(array $lower, array $right): array
    {
        $n = count($right);
        $between = $solved = [];
        for ($i = 0; $i < $n; $i++) {
            $sum = $right[$i];
            for ($k = 0; $k < $i; $k++) {
                $sum -= $lower[$i][$k] * $between[$k];
            }
            $between[$i] = $sum / $lower[$i][$i];
        }
        for ($i = $n - 1; $i >= 0; $i--) {
            $sum = $between[$i];
            for ($k = $i + 1; $k < $n; $k++) {
                $sum -= $lower[$k][$i] * $solved[$k];
            }
            $solved[$i] = $sum / $lower[$i][$i];
        }
        ksort($solved);

        return array_values($solved);
    }

    /** @param  list<float>  $row */
    public function at(array $row): float
    {
        $value = $this->intercept;
        foreach ($this->slopes as $a => $slope) {
            $value += $slope * ($row[$a] ?? 0.0);
        }

        return $value;
    }
}
