<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks\Suggest;

/**
 * Proposes how far two clocks are apart, from nothing but the frames: what they look like, and the rhythm in which
 * they were taken.
 *
 * Two people at one event press when something happens. Each pair of runs names a difference of clocks; those of the
 * same scene name the same one, all others are scattered. Where the pictures cannot be distinguished, rhythm alone
 * must show a peak. A peak is believed when so many pairs would hardly fall together by accident (Poisson).
 */
final class Suggesting
{
    /** Runs of a body that are looked at, so that the pairs stay below a quarter of a million. */
    private const MOST_RUNS = 450;

    /** Milliseconds by which the beginnings of two runs of one scene may differ. */
    private const TOGETHER = 4000;

    /** The same where only the rhythm speaks. */
    private const IN_RHYTHM = 700;

    /** Weight from which a likeness is taken for the same scene: one pair in e³ ≈ 20 is as close. */
    private const ALIKE = 3.0;

    /** Pairs that must agree. */
    private const FEWEST = 4;

    /** Pairs that must lie on one line before its slope is believed: with fewer, some line fits by accident. */
    private const FEWEST_FOR_DRIFT = 6;

    /** Chance of an accident that is taken. */
    private const ACCIDENT = 0.001;

    /** Seconds a day by which two quartz clocks may part, thrice over (data sheets: ±20 ppm each). */
    private const MOST_DRIFT = 10.0;

    /** Seconds a day to which a drift must be known to be proposed. */
    private const DRIFT_WITHIN = 0.5;

    private const DAY = 86_400.0;

    /**
     * @param  list<ClockSample>  $of  frames of the body whose clock is looked for
     * @param  list<ClockSample>  $other  frames of the body it is to be in step with
     */
    public function suggest(array $of, array $other): Suggestion
    {
        $byReading = fn (ClockSample $a, ClockSample $b): int => $a->reading <=> $b->reading;
        usort($of, $byReading);
        usort($other, $byReading);
        $runs = Run::ofBody($of, self::MOST_RUNS);
        $others = Run::ofBody($other, self::MOST_RUNS);
        if (count($runs) < self::FEWEST || count($others) < self::FEWEST) {
            return Suggestion::cannotTell(
                'There are too few frames with pauses between them: at least '.
                    self::FEWEST.
                    ' runs of each body are needed.',
            );
        }
        $pairs = [];
        foreach (RunPairs::of($runs, $others) as [$i, $j, $distance, $weight]) {
            $pairs[] = [$others[$j]->first->reading - $runs[$i]->first->reading, $i, $j, $distance, $weight];
        }
        $alike = array_values(array_filter($pairs, fn (array $pair): bool => $pair[4] >= self::ALIKE));
        $peak = Peak::highest($alike, self::TOGETHER);
        if ($peak->accident() > self::ACCIDENT || $peak->count() < self::FEWEST) {
            // With pictures that differ, a rhythm that falls together is an accident.
            $peak = Peak::highest(
                array_map(fn (array $pair): array => [...array_slice($pair, 0, 4), 1.0], $pairs),
                self::IN_RHYTHM,
            );
        }
        if ($peak->accident() > self::ACCIDENT || $peak->count() < self::FEWEST) {
            return Suggestion::cannotTell(
                'The frames do not tell: nowhere do enough of them look alike and fall together in time. Make a '.
                    'tie by hand.',
                1 - min(1.0, $peak->accident()),
            );
        }

        return $this->fitted($peak, $runs, $others);
    }

    /**
     * A straight line through the pairs of the peak: those that began in the same tenth of a second decide.
     *
     * @param  list<Run>  $runs
     * @param  list<Run>  $others
     */
    private function fitted(Peak $peak, array $runs, array $others): Suggestion
    {
        $points = [];
        foreach ($peak->pairs as $pair) {
            $points[] = [$runs[$pair[1]]->first->reading / 1000.0, $pair[0] / 1000.0];
        }
        assert($points !== []);
        $line = RobustLine::through($points, self::MOST_DRIFT / self::DAY);
        $error = ($line->slopeError ?? INF) * self::DAY;
        $isDrifting =
            $line->points >= self::FEWEST_FOR_DRIFT &&
            $error <= self::DRIFT_WITHIN &&
            abs($line->slope) * self::DAY > 3 * $error;
        if (! $isDrifting) {
            $line = RobustLine::level($points);
        }
        $found = [];
        foreach ($peak->pairs as $place => $pair) {
            // Seconds from the body's frame, corrected, to the other's.
            $found[] = [
                'of' => $runs[$pair[1]]->first->frame,
                'other' => $others[$pair[2]]->first->frame,
                'apart' => round($points[$place][1] - $line->at($points[$place][0]), 3),
                'distance' => $pair[3],
            ];
        }
        usort($found, fn (array $a, array $b): int => abs($a['apart']) <=> abs($b['apart']));
        // What has to be added falls as the clock gains.
        $drift = $isDrifting ? (1 / (1 + $line->slope) - 1) * self::DAY : 0.0;

        return Suggestion::of(
            (int) round($line->at($line->centre) * 1000),
            $drift,
            (int) round($line->centre * 1000),
            $line->error,
            1 - $peak->accident(),
            $found,
        );
    }
}
