<?php

declare(strict_types=1);

namespace App\Proof;

use App\Ingest\Card;
use App\Ingest\CopyCard;
use App\Ingest\MakePreviews;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Support\Facades\DB;

/**
 * Makes the proofs of a gallery that are not made yet; the first time it then opens the gallery and invites the guests.
 */
final class MakeProofs extends WorkInTurns
{
    public const KIND = 'proofs';

    public const UNIT = 'frames';

    private const PIECE = 50;

    protected function turn(Task $task): bool
    {
        $gallery = $task->about(Gallery::class)->load('shoot.studio');
        $left = fn () => $gallery->frames()->whereNull('plain_large_path');
        $task->begin(max($task->total, $task->done + $left()->count()));
        while (($some = $left()->orderBy('number')->limit(self::PIECE)->with('frame.card')->get())->isNotEmpty()) {
            foreach ($some as $proof) {
                if (! $proof->frame->is_pictured) {
                    return $this->waitForPreviews($task, $proof->frame->card);
                }
                app(ProofMaker::class)->make($gallery, $proof);
                if (! $task->reach(min($task->total, $task->done + 1)) || $this->isTurnOver()) {
                    return false;
                }
            }
        }
        $this->publish($gallery);

        return true;
    }

    /** Previews are made by other workers from the copies; a card that nobody copies will not have any. */
    private function waitForPreviews(Task $task, Card $card): bool
    {
        MakePreviews::ofCard($card);
        if (CopyCard::isUnderWay($card) || MakePreviews::isUnderWay($card)) {
            return $this->waitFor(1);
        }
        $task->fail(
            "Card {$card->number} is not copied yet, so its pictures are not here. Copy it, then publish again.",
        );

        return false;
    }

    private function publish(Gallery $gallery): void
    {
        DB::transaction(function () use ($gallery): void {
            if (
                Gallery::query()
                    ->whereKey($gallery->id)
                    ->whereNull('published_at')
                    ->update(['published_at' => now()]) === 1
            ) {
                foreach (
                    Guest::query()
                        ->where('gallery_id', $gallery->id)
                        ->where('email', '<>', '')
                        ->whereNull('invited_at')
                        ->get() as $guest
                ) {
                    app(Mailing::class)->invite($guest);
                }
            }
        });
    }
}
