<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks;

/** A clock that holds for all frames of a body, for those of one card, or for a span of its readings. */
final readonly class ScopedClock
{
    private function __construct(public Clock $clock, public ?int $card, public ?int $from, public ?int $to)
    {
    }

    public static function everywhere(Clock $clock): self
    {
        return new self($clock, null, null, null);
    }

    /**
     * @param  int|null  $card  only frames of this card
     * @param  int|null  $from  only readings of the body from this one on, in milliseconds as CameraTime counts them
     * @param  int|null  $to  and up to this one
     *
     * @throws InvalidClock when the span ends before it begins
     */
    public static function within(Clock $clock, ?int $card, ?int $from, ?int $to): self
    {
        if ($from !== null && $to !== null && $to < $from) {
            throw InvalidClock::spanEndsBefore();
        }

        return new self($clock, $card, $from, $to);
    }

    public function covers(int $card, int $reading): bool
    {
        return ($this->card === null || $this->card === $card) &&
            ($this->from === null || $reading >= $this->from) &&
            ($this->to === null || $reading <= $this->to);
    }

    /** How close its scope is: a span before a card, a card before the whole body. */
    public function narrowness(): int
    {
        return ($this->from !== null || $this->to !== null ? 2 : 0) + ($this->card !== null ? 1 : 0);
    }
}
