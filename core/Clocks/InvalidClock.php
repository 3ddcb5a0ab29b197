<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks;

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
        return new self(
            'A drift of '.
                round($seconds, 2).
                ' s a day is no clock: quartz gains or loses 2 at most, and '.
                (int) Clock::MOST_DRIFT.
                ' is the limit here.',
        );
    }

    public static function spanEndsBefore(): self
    {
        return new self('The span ends before it begins.');
    }

    public static function anotherYear(int $count, int $year, int $held): self
    {
        return new self(
            'This would send '.
                number_format($count).
                ' '.
                ($count === 1 ? 'frame' : 'frames').
                " to {$year}; the shoot was in {$held}. Nothing was changed.",
        );
    }
}
