<?php

declare(strict_types=1);

namespace Kanpai\Core\Clock;

use RuntimeException;

final class InvalidClock extends RuntimeException
{
    public static function negativePart(): self
    {
        return new self('Days, hours, minutes and seconds cannot be below zero: choose “earlier” instead.');
    }

    public static function tooFar(): self
    {
        return new self('A clock is not wrong by more than a hundred years.');
    }

    public static function drifts(float $seconds): self
    {
        return new self("A drift of {$seconds} s a day is no clock: give at most an hour a day.");
    }

    public static function unknownZone(string $zone): self
    {
        return new self("There is no time zone “{$zone}”.");
    }
}
