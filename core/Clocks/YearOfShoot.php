<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks;

use Kanpai\Core\Studio\Zone;

/** Guards a shoot against a clock that sends frames to another year. */
final class YearOfShoot
{
    /** Milliseconds around the day of the shoot that may lie in the next year or the last. */
    private const AROUND = 31 * 86_400_000;

    /**
     * Frames whose camera was in another year already, and that this clock does not move to yet another, are let be.
     *
     * @param  array<int, int>  $before  frame => instant in milliseconds, as the camera wrote it
     * @param  array<int, int>  $after  the same frames by the new clock
     * @param  int  $held  an instant of the day of the shoot
     *
     * @throws InvalidClock
     */
    public static function check(array $before, array $after, Zone $zone, int $held): void
    {
        $year = fn (int $instant): int => (int) $zone->format($instant, 'Y');
        $allowed = [$year($held - self::AROUND) => true, $year($held) => true, $year($held + self::AROUND) => true];
        $sent = [];
        $known = [];
        foreach ($after as $frame => $instant) {
            // The borders of the year are asked for only once an hour.
            $hour = intdiv($instant, 3_600_000);
            $to = $known[$hour] ??= $year($instant);
            if (! isset($allowed[$to]) && $year($before[$frame] ?? $instant) !== $to) {
                $sent[$to] = ($sent[$to] ?? 0) + 1;
            }
        }
        if ($sent !== []) {
            arsort($sent);
            throw InvalidClock::anotherYear(array_sum($sent), (int) array_key_first($sent), $year($held));
        }
    }
}
