<?php

declare(strict_types=1);

namespace App\Frames;

use App\Studio\Shoot;

/** Marks of frames were written. Dispatched inside the transaction that writes them. */
final readonly class MarksStored
{
    /** @param  list<int>  $frames */
    public function __construct(public Shoot $shoot, public array $frames)
    {
    }
}
