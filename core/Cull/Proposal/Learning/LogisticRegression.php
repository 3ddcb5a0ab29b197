<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Proposal\Learning;

/**
 * How likely something is by a weighted sum of what is known: p = 1 / (1 + e^−(a + Σ bᵢxᵢ)). Fitted by Newton's method
 * (iteratively reweighted least squares: McCullagh and Nelder 1989, 4.4; from memory) with a penalty on the weights
 * (ridge: le Cessie and van Houwelingen 1992, from memory), so that few examples give small ones.
 */
final readonly class LogisticRegression
{
    private const STEPS = 30;

    private const CLOSE = 1e-9;

    /** What keeps the equations solvable where a value never changes. */
    private const JITTER = 1e-8;

    /**
     * @param  float  $intercept  a
     * @param  list<float>  $weights  b, one for each value of a row
     */
    private function __construct(public float $intercept, public array $weights)
    {
    }

    /**
     * @param  non-empty-list<list<float>>  $rows  each of as many values
     * @param  list<bool>  $holds  for each row, whether it holds
     * @param  float  $penalty  on the sum of the squared weights, not on the intercept; 0 for none
     */
    public static function fitted(array $rows, array $holds, float $penalty): self
    {
        $size = count($rows[0]) + 1;
        $b = array_fill(0, $size, 0.0);
        for ($step = 0; $step < self::STEPS; $step++) {
            [$gradient, $curvature] = self::slopes($rows, $holds, $b, $penalty);
            $change = self::solved($curvature, $gradient);
            $b = array_map(fn (float $weight, float $by): float => $weight + $by, $b, $change);
            if (max([0.0, ...array_map(abs(...), $change)]) < self::CLOSE) {
                break;
            }
        }

        return new self($b[0], array_slice($b, 1));
    }

    /**
     * @param  list<float>  $row
     * @return float 0 to 1
     */
    public function likelihood(array $row): float
    {
        return self::logistic([$this->intercept, ...$this->weights], $row);
    }

    /**
     * @param  list<list<float>>  $rows
     * @param  list<bool>  $holds
     * @param  list<float>  $b
     * @return array{list<float>, list<list<float>>} gradient and negative second derivatives of the log-likelihood
     */
    private static function slopes(array $rows, array $holds, array $b, float $penalty): array
    {
        $size = count($b);
        $gradient = array_fill(0, $size, 0.0);
        $curvature = array_fill(0, $size, $gradient);
        foreach ($rows as $n => $row) {
            $p = self::logistic($b, $row);
            $x = [1.0, ...$row];
            foreach ($x as $i => $value) {
                $gradient[$i] += (($holds[$n] ? 1.0 : 0.0) - $p) * $value;
                for ($j = 0; $j <= $i; $j++) {
                    $curvature[$i][$j] += $p * (1 - $p) * $value * $x[$j];
                }
            }
        }
        for ($i = 0; $i < $size; $i++) {
            $gradient[$i] -= $i === 0 ? 0.0 : $penalty * $b[$i];
            $curvature[$i][$i] += self::JITTER + ($i === 0 ? 0.0 : $penalty);
            for ($j = 0; $j < $i; $j++) {
                $curvature[$j][$i] = $curvature[$i][$j];
            }
        }

        return [array_values($gradient), array_map(array_values(...), $curvature)];
    }

    /**
     * Gauss's elimination with the largest pivot.
     *
     * @param  list<list<float>>  $left
     * @param  list<float>  $right
     * @return list<float>
     */
    private static function solved(array $left, array $right): array
    {
        $size = count($right);
        for ($i = 0; $i < $size; $i++) {
            $pivot = $i;
            for ($row = $i + 1; $row < $size; $row++) {
                $pivot = abs($left[$row][$i]) > abs($left[$pivot][$i]) ? $row : $pivot;
            }
            [$left[$i], $left[$pivot]] = [$left[$pivot], $left[$i]];
            [$right[$i], $right[$pivot]] = [$right[$pivot], $right[$i]];
            for ($row = $i + 1; $row < $size; $row++) {
                $times = $left[$row][$i] / $left[$i][$i];
                for ($column = $i; $column < $size; $column++) {
                    $left[$row][$column] -= $times * $left[$i][$column];
                }
                $right[$row] -= $times * $right[$i];
            }
        }

        return self::fromTheLast(array_map(array_values(...), $left), array_values($right));
    }

    /**
     * The unknowns of equations of which each has one fewer than the one before.
     *
     * @param  list<list<float>>  $left
     * @param  list<float>  $right
     * @return list<float>
     */
    private static function fromTheLast(array $left, array $right): array
    {
        $size = count($right);
        $x = array_fill(0, $size, 0.0);
        for ($i = $size - 1; $i >= 0; $i--) {
            $sum = $right[$i];
            for ($column = $i + 1; $column < $size; $column++) {
                $sum -= $left[$i][$column] * $x[$column];
            }
            $x[$i] = $sum / $left[$i][$i];
        }

        return array_values($x);
    }

    /**
     * @param  list<float>  $b
     * @param  list<float>  $row
     */
    private static function logistic(array $b, array $row): float
    {
        $sum = $b[0];
        foreach ($row as $i => $value) {
            $sum += $b[$i + 1] * $value;
        }

        return 1 / (1 + exp(-max(-40.0, min(40.0, $sum))));
    }
}
