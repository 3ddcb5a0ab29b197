<?php

declare(strict_types=1);

namespace App\Studio;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;
use Illuminate\Support\Facades\DB;
use Throwable;

/**
 * Long work, cut into turns of a few seconds so that a worker can be killed at any line.
 *
 * Each turn asks the database what is still to do, holds a lock that the database frees when the process dies, and
 * puts itself back into the queue until nothing is left. A turn must be right when run twice.
 */
abstract class WorkInTurns implements ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable;

    /** Turns are not counted; only exceptions are. */
    public int $tries = 0;

    public int $maxExceptions = 3;

    public int $backoff = 2;

    protected const TURN = 4.0;

    private float $began = 0.0;

    private int $pause = 0;

    public function __construct(public readonly int $taskId)
    {
    }

    /**
     * Does what is left, looking at `isTurnOver` after each piece.
     *
     * @return bool whether all is done
     */
    abstract protected function turn(Task $task): bool;

    public function handle(): void
    {
        $task = Task::query()->find($this->taskId);
        if ($task === null || $task->state->isOver()) {
            return;
        }
        $lock = 'kanpai-task-'.DB::connection()->getDatabaseName().'-'.$task->id.'-'.$this->hand();
        if ((int) DB::scalar('SELECT GET_LOCK(?, 0)', [$lock]) !== 1) {
            $this->release(5);

            return;
        }
        try {
            $this->began = microtime(true);
            if (! $task->mayTakeTurn()) {
                $this->release(1);

                return;
            }
            $isDone = $this->turn($task);
            while (
                ! $isDone &&
                $this->pause === 0 &&
                $this->job?->getConnectionName() === 'sync' &&
                ! $task->refresh()->state->isOver()
            ) {
                $this->began = microtime(true);
                $isDone = $this->turn($task);
            }
            $task->refresh();
            if ($isDone && ! $task->state->isOver()) {
                $task->finish();
            } elseif (! $isDone && ! $task->state->isOver()) {
                $this->release($this->pause);
            }
            if ($task->state->isOver()) {
                $this->over($task);
            }
        } finally {
            DB::scalar('SELECT RELEASE_LOCK(?)', [$lock]);
        }
    }

    /** What is to follow once the task is done, failed or stopped. */
    protected function over(Task $task): void
    {
    }

    /** Which of several workers on one task this is. */
    protected function hand(): int
    {
        return 0;
    }

    /** Ends the turn because others have to do something first. */
    protected function waitFor(int $seconds): bool
    {
        $this->pause = $seconds;

        return false;
    }

    protected function isTurnOver(): bool
    {
        return microtime(true) - $this->began > static::TURN;
    }

    public function failed(?Throwable $reason): void
    {
        Task::query()->find($this->taskId)?->fail(ProblemInWords::of($reason));
    }
}
