<?php

declare(strict_types=1);

namespace App\Captions;

use App\Frames\FrameMarks;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Caption\Caption;

/** Gives frames back the captions they had before a batch, as far as nothing has changed them since. */
final class UndoBatch extends WorkInTurns
{
    private const PIECE = 500;

    public function __construct(int $taskId, private readonly int $batch)
    {
        parent::__construct($taskId);
    }

    protected function turn(Task $task): bool
    {
        $batch = Batch::query()->findOrFail($this->batch);
        $left = fn () => DB::table('caption_changes')->where('batch_id', $batch->id);
        $total = max($task->total, $left()->count());
        $task->begin($total);
        while (($changes = $left()->orderBy('frame_id')->limit(self::PIECE)->get())->isNotEmpty()) {
            DB::transaction(function () use ($batch, $changes, $left): void {
                $stand = FrameCaption::query()
                    ->whereKey($changes->pluck('frame_id')->all())
                    ->lockForUpdate()
                    ->get()
                    ->keyBy('frame_id');
                $marks = isset($batch->edit['standings'])
                    ? FrameMarks::lock($batch->shoot, array_map(intval(...), $changes->pluck('frame_id')->all()))
                    : null;
                $rows = [];
                foreach ($changes as $change) {
                    $row = $stand[(int) $change->frame_id] ?? null;
                    [$before, $after] = [
                        json_decode((string) $change->before, true),
                        json_decode((string) $change->after, true),
                    ];
                    // Field by field: what somebody changed since stays as it is now.
                    $fields = $row->fields ?? [];
                    foreach (array_keys($before['fields'] + $after['fields']) as $name) {
                        if (($fields[$name] ?? '') === ($after['fields'][$name] ?? '')) {
                            $fields[$name] = $before['fields'][$name] ?? '';
                        }
                    }
                    $frame = (int) $change->frame_id;
                    $words = $marks?->words($frame);
                    if ($marks !== null && $words !== null && isset($after['standing'])) {
                        foreach ($words as $name => $value) {
                            $isUnchanged = $value === $after['standing'][$name];
                            $words[$name] = $isUnchanged ? $before['standing'][$name] : $value;
                        }
                        $marks->import($frame, $words);
                    }
                    $rows[] = FrameCaption::row(
                        $frame,
                        $batch->shoot_id,
                        Caption::of($fields),
                        $row !== null && $row->own !== $after['own'] ? $row->own : $before['own'],
                    );
                }
                $marks?->storeImported($batch->member_id);
                DB::table('captions')->upsert($rows, ['frame_id'], ['fields', 'own', 'tells', 'written_at']);
                $left()
                    ->whereIn('frame_id', $changes->pluck('frame_id')->all())
                    ->delete();
            }, 3);
            if (! $task->reach($total - $left()->count()) || $this->isTurnOver()) {
                return false;
            }
        }
        $batch->update(['state' => 'undone']);

        return true;
    }

    protected function over(Task $task): void
    {
        $batch = Batch::query()->find($this->batch);
        if ($batch?->shoot->studio->writes_sidecars === true) {
            WriteCaptions::start($batch->shoot);
        }
    }
}
