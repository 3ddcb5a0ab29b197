<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks;

use Kanpai\Core\Frames\CameraTime;
use Kanpai\Core\Studio\Zone;

/** All clocks of one body in a shoot. The one with the closest scope holds; of two alike the one set later. */
final readonly class ClocksOfBody
{
    /** @param  list<ScopedClock>  $clocks  the closest first */
    private function __construct(private array $clocks)
    {
    }

    /** @param  list<ScopedClock>  $clocks  in the order they were set */
    public static function of(array $clocks): self
    {
        $clocks = array_reverse($clocks);
        usort($clocks, fn (ScopedClock $a, ScopedClock $b): int => $b->narrowness() <=> $a->narrowness());

        return new self($clocks);
    }

    public function at(int $card, int $reading): Clock
    {
        foreach ($this->clocks as $clock) {
            if ($clock->covers($card, $reading)) {
                return $clock->clock;
            }
        }

        return Clock::asRead();
    }

    /** The instant of a frame of a card, in milliseconds. */
    public function instant(int $card, CameraTime $time, Zone $shoot): int
    {
        return $this->at($card, $time->milliseconds)->instant($time, $shoot);
    }
}
