<?php

declare(strict_types=1);

namespace App\Studio;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Database\Eloquent\Model;
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

    /** The kind of the tasks that this work does. */
    public const KIND = '';

    /** What is counted: frames, files, bytes. */
    public const UNIT = 'files';

    public const QUEUE = 'default';

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
     * Opens a task and queues its work, both in one transaction: neither is there without the other.
     *
     * @param  Model  $subject  what the work is about: a shoot, or something that belongs to one
     * @param  mixed  ...$more  what else the work's constructor takes
     */
    public static function open(Model $subject, string $title, int $total = 0, mixed ...$more): Task
    {
        return DB::transaction(function () use ($subject, $title, $total, $more): Task {
            $task = Task::open($subject, static::KIND, $title, static::UNIT, $total);
            static::dispatch($task->id, ...$more)->onQueue(static::QUEUE);

            return $task;
        });
    }

    /** The last task of this work that is about something. */
    public static function latest(Model $subject): ?Task
    {
        return Task::latest($subject, static::KIND);
    }

    public static function isUnderWay(Model $subject): bool
    {
        return static::latest($subject)?->isUnderWay() === true;
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
        $lock = new NamedLock("task-{$task->id}-{$this->hand()}");
        if ($lock->hold(fn (): bool => $this->work($task)) === null) {
            $this->release(5);
        }
    }

    /** One turn, or, without a queue, all of them; true once that is settled. */
    private function work(Task $task): bool
    {
        $this->began = microtime(true);
        if (! $task->mayTakeTurn()) {
            $this->release(1);

            return true;
        }
        $isDone = $this->turn($task);
        while (! $isDone && $this->goesOnHere() && ! $task->refresh()->state->isOver()) {
            $this->began = microtime(true);
            $isDone = $this->turn($task);
        }
        $this->settle($task->refresh(), $isDone);

        return true;
    }

    private function goesOnHere(): bool
    {
        return $this->pause === 0 && $this->job?->getConnectionName() === 'sync';
    }

    private function settle(Task $task, bool $isDone): void
    {
        if ($isDone && ! $task->state->isOver()) {
            $task->finish();
        } elseif (! $isDone && ! $task->state->isOver()) {
            $this->release($this->pause);
        }
        if ($task->state->isOver()) {
            $this->over($task);
        }
    }

    /** What is to follow once the task is done, failed or stopped. */
    protected function over(Task $task): void
    {
    }

    /**
     * Does the steps of a task's plan from where the last turn stopped. Each that is done is noted, with the byte
     * behind
     * it and the number of steps so far.
     *
     * @param  callable(array<string, mixed>): array<string, mixed>  $do  what else is to be noted
     * @return bool whether all steps are done
     */
    protected function follow(Task $task, callable $do): bool
    {
        $done = $task->reached('steps');
        foreach (WorkPlan::of($task)->from($task->reached('byte')) as $behind => $step) {
            $noted = $do($step);
            $task->note(['byte' => $behind, 'steps' => ++$done, ...$noted]);
            if (! $task->reach($done) || $this->isTurnOver()) {
                return false;
            }
        }

        return true;
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
