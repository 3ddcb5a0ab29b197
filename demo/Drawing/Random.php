<?php

declare(strict_types=1);

namespace Kanpai\Demo\Drawing;

use Random\Engine\Mt19937;
use Random\Randomizer;

/** Numbers that look random and are the same for the same seed words, on every machine. */
final class Random
{
    private readonly Randomizer $source;

    private function __construct(int $seed)
    {
        $this->source = new Randomizer(new Mt19937($seed));
    }

    public static function for(int $seed, string|int ...$words): self
    {
        return new self(crc32($seed.'/'.implode('/', $words)));
    }

    public function between(float $low, float $high): float
    {
        return $low + ($high - $low) * ($this->source->getInt(0, 1_000_000) / 1_000_000);
    }

    public function int(int $low, int $high): int
    {
        return $this->source->getInt($low, $high);
    }

    public function chance(float $share): bool
    {
        return $this->between(0.0, 1.0) < $share;
    }

    /**
     * @template T
     *
     * @param  non-empty-list<T>  $choices
     * @return T
     */
    public function pick(array $choices): mixed
    {
        return $choices[$this->source->getInt(0, count($choices) - 1)];
    }

    /** Normally distributed (Box and Muller 1958). */
    public function normal(float $mean, float $sigma): float
    {
        return $mean +
            $sigma * sqrt(-2 * log(max(1e-9, $this->between(0.0, 1.0)))) * cos(2 * M_PI * $this->between(0.0, 1.0));
    }
}
