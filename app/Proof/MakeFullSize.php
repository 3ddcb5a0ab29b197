<?php

declare(strict_types=1);

namespace App\Proof;

use App\Frames\Frame;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeUnique;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/** One frame in full size for a gallery, made once however many ask for it. */
final class MakeFullSize implements ShouldBeUnique, ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable;

    public int $tries = 3;

    /** Seconds after which a worker that was killed holds nobody up. */
    public int $uniqueFor = 90;

    public function __construct(private readonly int $frameId)
    {
    }

    public function uniqueId(): string
    {
        return (string) $this->frameId;
    }

    public function handle(FullSize $fullSize): void
    {
        $frame = Frame::query()->with('shoot')->find($this->frameId);
        if ($frame !== null) {
            $fullSize->make($frame);
        }
    }
}
