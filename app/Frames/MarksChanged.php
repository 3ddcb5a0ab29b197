<?php

declare(strict_types=1);

namespace App\Frames;

/** Verdicts, ratings or uses of a shoot's frames have changed, and are in the database. */
final readonly class MarksChanged
{
    public function __construct(public int $shoot)
    {
    }
}
