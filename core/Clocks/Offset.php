<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks;

/** A span of time to be added to a clock, exact to the millisecond. */
final readonly class Offset
{
    private const DAY = 86_400_000;

    private const HOUR = 3_600_000;

    private const MINUTE = 60_000;

    private function __construct(public int $milliseconds)
    {
    }

    public static function zero(): self
    {
        return new self(0);
    }

    public static function ofMilliseconds(int $milliseconds): self
    {
        return new self($milliseconds);
    }

    /**
     * @param  float  $seconds  rounded to milliseconds
     *
     * @throws InvalidClock when a part is negative: the sign is given once, for the whole
     */
    public static function of(bool $isEarlier, int $days, int $hours, int $minutes, float $seconds): self
    {
        if ($days < 0 || $hours < 0 || $minutes < 0 || $seconds < 0 || is_nan($seconds)) {
            throw InvalidClock::negativePart();
        }
        $sum = $days * self::DAY + $hours * self::HOUR + $minutes * self::MINUTE + (int) round($seconds * 1000);
        if ($sum > 36_600 * self::DAY) {
            throw InvalidClock::tooFar();
        }

        return new self($isEarlier ? -$sum : $sum);
    }

    public function isEarlier(): bool
    {
        return $this->milliseconds < 0;
    }

    /** @return array{days: int, hours: int, minutes: int, seconds: float} without sign */
    public function parts(): array
    {
        $rest = abs($this->milliseconds);

        return [
            'days' => intdiv($rest, self::DAY),
            'hours' => intdiv($rest % self::DAY, self::HOUR),
            'minutes' => intdiv($rest % self::HOUR, self::MINUTE),
            'seconds' => ($rest % self::MINUTE) / 1000,
        ];
    }

    /** `+ 3 min 17.1 s`, `− 1 h`, or `0 s`. */
    public function __toString(): string
    {
        $parts = $this->parts();
        $words = [];
        foreach (['days' => 'd', 'hours' => 'h', 'minutes' => 'min', 'seconds' => 's'] as $part => $unit) {
            if ($parts[$part] > 0) {
                $words[] = $parts[$part].' '.$unit;
            }
        }

        return $words === [] ? '0 s' : ($this->isEarlier() ? '− ' : '+ ').implode(' ', $words);
    }
}
