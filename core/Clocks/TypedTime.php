<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks;

use Kanpai\Core\Frames\CameraTime;
use Kanpai\Core\Studio\Zone;

/**
 * A time as people type it, read from a photographed clock or a start list: `10:41:07`, `10:41:07.3`,
 * `2026-09-05 10:41`, with `+01:00` or `Z` behind it where the hour happened twice.
 */
final class TypedTime
{
    private const READING = '/^\s*(?:(\d{4}-\d\d-\d\d)[T ]\s*)?(\d{1,2}):(\d\d)(?::(\d\d)(?:[.,](\d{1,6}))?)?\s*'.
        '(Z|[+-]\d\d:?\d\d)?\s*$/';

    /**
     * The local reading, whatever zone it belongs to.
     *
     * @param  int  $near  a local reading whose day is taken when none is typed, in milliseconds
     *
     * @throws InvalidTime when it cannot be read
     */
    public static function reading(string $text, int $near): CameraTime
    {
        if (preg_match(self::READING, $text, $m) !== 1) {
            throw InvalidTime::unreadable($text);
        }
        $day = $m[1] !== '' ? $m[1] : gmdate('Y-m-d', (int) floor($near / 1000));
        $offset = match (true) {
            ! isset($m[6]) => null,
            $m[6] === 'Z' => '+00:00',
            default => substr($m[6], 0, 3).':'.substr($m[6], -2),
        };
        $time = CameraTime::fromExif(
            sprintf('%s %02d:%s:%s', $day, (int) $m[2], $m[3], ($m[4] ?? '') === '' ? '00' : $m[4]),
            $m[5] ?? null,
            $offset,
        );

        return $time ?? throw InvalidTime::unreadable($text);
    }

    /**
     * The instant of the local reading in its zone.
     *
     * @param  int  $near  an instant on whose local day a time without a date is taken, in milliseconds
     * @return int milliseconds since 1970-01-01T00:00:00Z
     *
     * @throws InvalidTime when it cannot be read, or never happened, or happened twice and does not tell which it is
     */
    public static function instant(string $text, Zone $zone, int $near): int
    {
        $time = self::reading($text, $zone->local($near));
        if ($time->offsetMinutes !== null) {
            return $time->milliseconds - $time->offsetMinutes * 60_000;
        }
        $instants = $zone->instants($time->milliseconds);

        return match (count($instants)) {
            0 => throw InvalidTime::neverHappened($time, $zone),
            1 => $instants[0],
            default => throw InvalidTime::happenedTwice($time, $zone, $instants),
        };
    }
}
