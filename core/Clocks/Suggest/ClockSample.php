<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks\Suggest;

/** A frame as far as it can be compared: when its body says it was taken, and what it looks like. */
final readonly class ClockSample
{
    /**
     * @param  int  $reading  milliseconds; for all frames of a body by one clock
     * @param  string|null  $likeness  16 hexadecimal digits of a DifferenceHash; null while there is no picture
     */
    public function __construct(public int $frame, public int $reading, public ?string $likeness)
    {
    }
}
