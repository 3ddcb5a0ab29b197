<?php

declare(strict_types=1);

namespace App\Clocks;

use App\Studio\Shoot;

/** The frames of a body have new times. */
final readonly class ClockSet
{
    public function __construct(public Shoot $shoot, public int $body)
    {
    }
}
