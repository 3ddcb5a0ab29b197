<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Database\Eloquent\Builder;

/**
 * Reads every copy of a card again and compares it with the card's checksum. What is damaged or gone is noted, and
 * turns the card's verdict back; nothing is changed in any place.
 */
final class ProveCopies extends WorkInTurns
{
    protected function turn(Task $task): bool
    {
        $card = Card::query()->findOrFail((int) substr($task->subject, 5));
        /** @var array<string, string> $places */
        $places = (array) config('kanpai.places');
        // Copies proved since the task was opened are done.
        $copies = fn (): Builder => Copy::query()->whereIn('file_id', $card->files()->select('id'))->whereIn('place', array_keys($places));
        $left = fn (): Builder => $copies()->where('proved_at', '<', $task->created_at->format('Y-m-d H:i:s.v'));
        $task->begin($copies()->count());
        $done = $task->total - $left()->count();
        foreach ($left()->with('file')->orderBy('id')->lazyById(200) as $copy) {
            $copy->update(['hash' => app(FileCopier::class)->readBack($places[$copy->place].'/'.$copy->file->destination), 'proved_at' => now()]);
            if (! $task->reach(++$done) || $this->isTurnOver()) {
                return false;
            }
        }
        $card->isSafeAfterProof();

        return true;
    }
}
