<?php

declare(strict_types=1);

namespace App\Proof;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Support\Facades\DB;

/** Frames changed in a shoot: those that meet the rule of a gallery that goes along come in. */
final class FollowLive implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use Dispatchable, Queueable;

    public int $uniqueFor = 60;

    public function __construct(private readonly int $shoot)
    {
        $this->onQueue('urgent');
    }

    public function uniqueId(): string
    {
        return DB::connection()->getDatabaseName()." {$this->shoot}";
    }

    public function handle(Publishing $publishing): void
    {
        foreach (Gallery::query()->where('shoot_id', $this->shoot)->whereNotNull('live')->with('shoot.studio')->get() as $gallery) {
            $publishing->follow($gallery);
        }
    }
}
