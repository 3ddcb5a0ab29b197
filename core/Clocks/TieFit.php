<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks;

use Kanpai\Core\Studio\Zone;

/**
 * The clock that ties ask for: one gives the offset; from two on, offset and drift by least squares.
 *
 * What has to be added is a straight line over the readings, fitted by ordinary least squares: its slope is the
 * drift. Ties that lie close together tell nothing of a drift, so that it is left out there.
 */
final readonly class TieFit
{
    /**
     * Milliseconds between the first and the last tie from which a drift is fitted. Exif often gives whole seconds:
     * over less than 12 minutes, half a second at each end alone makes MOST_DRIFT.
     */
    public const SPAN_FOR_DRIFT = 720_000;

    /**
     * Seconds by which a tie may miss the others. Pressing at the same instant is good to a second (common practice, no
     * source).
     */
    public const MOST_RESIDUAL = 5.0;

    /** @param  list<float>  $residuals */
    private function __construct(
        public Clock $clock,
        public array $residuals,
        public int $worst,
        public bool $hasDrift,
    ) {
    }

    /**
     * @param  non-empty-list<Tie>  $ties
     * @param  Zone|null  $zone  that the clock is to have
     * @return self residuals in seconds, corrected minus right,
     *     in the order of the ties; `worst` is the place of the largest
     *
     * @throws ContradictoryTies when no clock fits all of them
     */
    public static function of(array $ties, ?Zone $zone = null): self
    {
        $count = count($ties);
        $readings = array_map(fn (Tie $tie): int => $tie->reading, $ties);
        // Counted from the first tie: sums of squares of whole instants would lose the milliseconds.
        $x0 = $ties[0]->reading;
        $y0 = $ties[0]->gap();
        $meanX = array_sum(array_map(fn (Tie $tie): int => $tie->reading - $x0, $ties)) / $count;
        $meanY = array_sum(array_map(fn (Tie $tie): int => $tie->gap() - $y0, $ties)) / $count;
        $hasDrift = max($readings) - min($readings) >= self::SPAN_FOR_DRIFT;
        $slope = 0.0;
        if ($hasDrift) {
            $xy = $xx = 0.0;
            foreach ($ties as $tie) {
                $dx = $tie->reading - $x0 - $meanX;
                $xy += $dx * ($tie->gap() - $y0 - $meanY);
                $xx += $dx * $dx;
            }
            $slope = $xy / $xx;
        }
        $residuals = array_map(
            fn (Tie $tie): float => ($y0 + $meanY + $slope * ($tie->reading - $x0 - $meanX) - $tie->gap()) / 1000,
            $ties,
        );
        $worst = (int) array_search(max(array_map(abs(...), $residuals)), array_map(abs(...), $residuals), true);
        // Right = reading + a + b × (reading − mean): the clock gains 1 ÷ (1 + b) − 1 of each day.
        $drift = $slope <= -1.0 ? INF : (1 / (1 + $slope) - 1) * 86_400;
        if (abs($drift) > Clock::MOST_DRIFT) {
            throw ContradictoryTies::drift($drift, $worst);
        }
        if (abs($residuals[$worst]) > self::MOST_RESIDUAL) {
            throw ContradictoryTies::residual($residuals, $worst, $ties);
        }
        $offset = (int) round($y0 + $meanY);

        return new self(
            Clock::of(
                Offset::ofMilliseconds($offset),
                $drift,
                $hasDrift ? (int) round($x0 + $meanX) + $offset : null,
                $zone,
            ),
            $residuals,
            $worst,
            $hasDrift,
        );
    }
}
