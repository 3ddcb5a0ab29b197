<?php

declare(strict_types=1);

namespace App\Looks;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeUnique;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;

/** Learns how a studio finishes its lights. It stays on this machine. */
final class LearnFinishing implements ShouldBeUnique, ShouldQueue
{
    use Dispatchable, Queueable;

    /** Seconds after which one that was asked for and never came is asked for again. */
    public int $uniqueFor = 120;

    public function __construct(private readonly int $studio)
    {
    }

    public function uniqueId(): string
    {
        return (string) $this->studio;
    }

    public function handle(StudioFinishing $finishing): void
    {
        $finishing->learn($this->studio);
    }
}
