<?php

declare(strict_types=1);

namespace App\Deliver\Handoff;

use App\Studio\Task;
use App\Studio\WorkInTurns;

/** Takes in the files of a shoot that came back, one after the other. */
final class TakeReturns extends WorkInTurns
{
    public const KIND = 'returns';

    protected function turn(Task $task): bool
    {
        $returning = app(Returning::class);
        $new = fn () => ReturnedFile::query()->where(['shoot_id' => $task->shoot_id, 'state' => ReturnState::New]);
        $task->begin(max($task->total, $task->done + $new()->count()));
        while (($file = $new()->with('shoot.studio', 'handoff.delivery')->orderBy('id')->first()) !== null) {
            $returning->takeIn($file);
            if (! $task->reach(min($task->total, $task->done + 1)) || $this->isTurnOver()) {
                return false;
            }
        }

        return true;
    }
}
