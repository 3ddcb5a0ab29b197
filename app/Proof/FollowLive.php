<?php

declare(strict_types=1);

namespace App\Proof;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;

/** Frames changed in a shoot: those that meet the rule of a gallery that goes along come in. */
final class FollowLive implements ShouldQueue
{
    use Dispatchable, Queueable;

    public function __construct(private readonly int $shoot)
    {
        $this->onQueue('urgent');
    }

    public function handle(Publishing $publishing): void
    {
        $live = Gallery::query()->where('shoot_id', $this->shoot)->whereNotNull('live');
        $live->with('shoot.studio')->get()->each($publishing->follow(...));
    }
}
