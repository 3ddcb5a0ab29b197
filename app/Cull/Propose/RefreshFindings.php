<?php

declare(strict_types=1);

namespace App\Cull\Propose;

use App\Studio\Shoot;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;

/** Finds anew what counts of the frames of a large shoot: a page waits for it. However many ask, it is done once. */
final class RefreshFindings implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use Dispatchable, Queueable;

    /** Seconds after which one that was asked for and never came is asked for again. */
    public int $uniqueFor = 60;

    public function __construct(private readonly int $shoot)
    {
    }

    public function uniqueId(): string
    {
        return (string) $this->shoot;
    }

    public function handle(): void
    {
        $shoot = Shoot::query()->find($this->shoot);
        if ($shoot !== null) {
            KeptFindings::refresh($shoot);
        }
    }
}
