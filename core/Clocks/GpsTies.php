<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks;

/**
 * Ties out of the GPS time that a body wrote beside its own (Exif GPSDateStamp and GPSTimeStamp, UTC).
 *
 * A fix may be some seconds old when the frame is taken and is most often cut to whole seconds, so that it is late and
 * never early (common practice, no source): of each hour's frames the one with the freshest fix makes the tie.
 */
final class GpsTies
{
    private const HOUR = 3_600_000;

    private const SECOND = 1000;

    /** Fixes of an hour of which one is fresh. */
    private const ENOUGH = 4;

    /**
     * @param  array<int, array{reading: int, right: int}>  $frames  frame => what its clock showed,
     *     and what GPS says it
     *                                                              should have shown, in milliseconds
     * @return array<int, Tie> frame => tie, one for each hour of readings
     */
    public static function of(array $frames): array
    {
        $ties = [];
        $hours = self::hours($frames);
        $fullest = max([0, ...array_column($hours, 'count')]);
        foreach ($hours as ['frame' => $frame, 'gap' => $gap, 'count' => $count, 'isWhole' => $isWhole]) {
            // One fix alone may be an old one; where there are more, it is not asked.
            if ($count < min(self::ENOUGH, $fullest)) {
                continue;
            }
            // Of n fractions cut away at random, the smallest is 1 ÷ (n + 1) of a second on the average.
            $cut = $isWhole ? intdiv(self::SECOND, $count + 1) : 0;
            $ties[$frame] = Tie::of($frames[$frame]['reading'], $frames[$frame]['reading'] + $gap + $cut);
        }

        return $ties;
    }

    /**
     * @param  array<int, array{reading: int, right: int}>  $frames
     * @return array<int, array{frame: int, gap: int, count: int, isWhole: bool}> of each hour the widest gap
     */
    private static function hours(array $frames): array
    {
        $hours = [];
        foreach ($frames as $frame => ['reading' => $reading, 'right' => $right]) {
            $hour = intdiv($reading, self::HOUR);
            $gap = $right - $reading;
            $hours[$hour] ??= ['frame' => $frame, 'gap' => $gap, 'count' => 0, 'isWhole' => true];
            if ($gap > $hours[$hour]['gap']) {
                $hours[$hour]['frame'] = $frame;
                $hours[$hour]['gap'] = $gap;
            }
            $hours[$hour]['count']++;
            $hours[$hour]['isWhole'] = $hours[$hour]['isWhole'] && $right % self::SECOND === 0;
        }

        return $hours;
    }
}
