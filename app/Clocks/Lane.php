<?php

declare(strict_types=1);

namespace App\Clocks;

use Kanpai\Core\Clock\DayLine;

/** The frames of one body before and after a clock is used. */
final readonly class Lane
{
    /**
     * @param  list<int>  $before  instants
     * @param  list<int>  $after  instants
     */
    public function __construct(private ?DayLine $line, private array $before, private array $after)
    {
    }

    public function isMoved(): bool
    {
        return $this->before !== $this->after;
    }

    public function before(float $top, float $height): string
    {
        return $this->line?->ticks($this->before, $top, $height) ?? '';
    }

    public function after(float $top, float $height): string
    {
        return $this->line?->ticks($this->after, $top, $height) ?? '';
    }
}
