<?php

declare(strict_types=1);

namespace App\Cull\Propose;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;

/** Somebody asked what the studio keeps. It takes some seconds, and however many ask, it is done once. */
final class LearnTaste implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use Dispatchable, Queueable;

    /** Seconds after which one that was asked for and never came is asked for again. */
    public int $uniqueFor = 60;

    public function __construct(private readonly int $studio)
    {
    }

    public function uniqueId(): string
    {
        return (string) $this->studio;
    }

    public function handle(): void
    {
        StudioTaste::learn($this->studio);
    }
}
