<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks;

use Kanpai\Core\Frames\CameraTime;
use Kanpai\Core\Studio\Zone;
use RuntimeException;

/** A typed time that is no instant. */
final class InvalidTime extends RuntimeException
{
    public static function unreadable(string $text): self
    {
        return new self(
            '“'.
                mb_strimwidth(mb_scrub($text), 0, 40, '…').
                '” is no time. Write 10:41:07 or 10:41:07.3, with the date before it when it is another day: '.
                    '2026-09-05 10:41:07.',
        );
    }

    public static function neverHappened(CameraTime $time, Zone $zone): self
    {
        return new self(
            gmdate('H:i:s', intdiv($time->milliseconds, 1000)).
                " never happened in {$zone->name()} on ".
                gmdate('j F Y', intdiv($time->milliseconds, 1000)).
                ': the clocks went forward over it.',
        );
    }

    /** @param  list<int>  $instants */
    public static function happenedTwice(CameraTime $time, Zone $zone, array $instants): self
    {
        $hour = gmdate('H:i:s', intdiv($time->milliseconds, 1000));
        $ways = array_map(fn (int $instant): string => $hour.' '.$zone->format($instant, 'P'), $instants);

        return new self(
            "{$hour} happened twice in {$zone->name()} that night: the clocks went back. Write ".
                implode(' for the first, ', $ways).
                ' for the second.',
        );
    }
}
