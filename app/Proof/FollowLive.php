<?php

declare(strict_types=1);

namespace App\Proof;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Support\Facades\DB;

/** Frames changed in a shoot: those that match the rule of a gallery that goes along come in. */
final class FollowLive implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use Dispatchable, Queueable;

    /** Seconds after which one that was asked for and never came is asked for again. */
    public int $uniqueFor = 60;

    public function __construct(private readonly int $shoot)
    {
        $this->onQueue('urgent');
    }

    /**
     * After the transaction: whether one waits already is a row of the database, which nobody may hold, or lose, with
     * other work.
     */
    public static function soon(int $shoot): void
    {
        DB::afterCommit(fn () => self::dispatch($shoot));
    }

    /** However many changes wait, it is done once for all of them. */
    public function uniqueId(): string
    {
        return (string) $this->shoot;
    }

    public function handle(Publishing $publishing): void
    {
        $live = Gallery::query()->where('shoot_id', $this->shoot)->whereNotNull('live');
        $live->with('shoot.studio')->get()->each($publishing->follow(...));
    }
}
