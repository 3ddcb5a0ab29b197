<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks;

/**
 * A frame of a body and what its clock should have shown. Both local readings in milliseconds, as CameraTime counts
 * them.
 */
final readonly class Tie
{
    private function __construct(public int $reading, public int $right)
    {
    }

    public static function of(int $reading, int $right): self
    {
        return new self($reading, $right);
    }

    /** Milliseconds that have to be added at this frame. */
    public function gap(): int
    {
        return $this->right - $this->reading;
    }
}
