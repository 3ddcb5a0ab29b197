<?php

declare(strict_types=1);

namespace App\Captions;

use App\Studio\Task;
use App\Studio\WorkInTurns;

/** Counts over all frames what a batch would do; the answer of the task is the summary, as far as it has come. */
final class SummariseBatch extends WorkInTurns
{
    public const KIND = 'summary';

    public const UNIT = 'frames';

    public const QUEUE = 'urgent';

    private const PIECE = 500;

    public function __construct(int $taskId, private readonly int $batch)
    {
        parent::__construct($taskId);
    }

    public static function start(Batch $batch): Task
    {
        return self::open($batch, 'Looking through the frames', $batch->frames()->count(), $batch->id)->refresh();
    }

    protected function turn(Task $task): bool
    {
        $batch = Batch::query()->findOrFail($this->batch);
        $preview = new BatchPreview($batch);
        $summary = self::answer($task) ?? BatchPreview::nothing();
        $frames = $batch->frames()->pluck('frames.id')->all();
        $task->begin(count($frames));
        self::note($task, $summary);
        foreach (array_chunk(array_slice($frames, $summary['frames']), self::PIECE) as $piece) {
            $summary = $preview->summary($batch->frames()->whereKey($piece)->with('card', 'body')->get(), $summary);
            self::note($task, $summary);
            if (! $task->reach($summary['frames']) || $this->isTurnOver()) {
                return $summary['frames'] >= count($frames);
            }
        }

        return true;
    }

    /** @param  array<string, mixed>  $summary */
    private static function note(Task $task, array $summary): void
    {
        $task->update(['answer' => json_encode($summary, JSON_THROW_ON_ERROR)]);
    }

    /** @return array{frames: int, changing: int, fields: array<string, int>, cut: array<string, int>, missing: array<string, int>, unknown: array<string, bool>}|null */
    public static function answer(Task $task): ?array
    {
        return $task->answer === null ? null : json_decode($task->answer, true, 8, JSON_THROW_ON_ERROR);
    }
}
