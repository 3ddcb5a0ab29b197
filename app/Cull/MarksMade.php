<?php

declare(strict_types=1);

namespace App\Cull;

/** Verdicts, ratings or uses of a shoot's frames have changed, and stand in the database. */
final readonly class MarksMade
{
    public function __construct(public int $shoot)
    {
    }
}
