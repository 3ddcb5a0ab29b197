<?php

declare(strict_types=1);

namespace App\Captions;

use App\Frames\Frame;
use App\Frames\FrameMarks;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Caption\Caption;

/**
 * Does a batch to the frames that are meant, each with what stood there before.
 *
 * A frame that the batch has been done to is not done again, so that it can be broken off anywhere.
 */
final class ApplyBatch extends WorkInTurns
{
    public const KIND = 'captions';

    public const UNIT = 'frames';

    public const QUEUE = 'urgent';

    private const PIECE = 250;

    public function __construct(int $taskId, private readonly int $batch)
    {
        parent::__construct($taskId);
    }

    protected function turn(Task $task): bool
    {
        $batch = Batch::query()->findOrFail($this->batch);
        // Undone in the meantime.
        if (! in_array($batch->state, ['drafted', 'running'], true)) {
            return true;
        }
        $batch->update(['state' => 'running']);
        $captioning = Captioning::of($batch->shoot);
        $all = $batch->frames()->count();
        $task->begin($all);
        $left = $batch
            ->frames()
            ->whereNotIn('frames.id', DB::table('caption_changes')->where('batch_id', $batch->id)->select('frame_id'))
            ->pluck('frames.id')
            ->all();
        $done = $all - count($left);
        foreach (array_chunk($left, self::PIECE) as $piece) {
            $frames = Frame::query()->whereKey($piece)->with('card', 'body')->get();
            DB::transaction(fn () => $this->apply($batch, $captioning, $frames), 3);
            $done += count($piece);
            if (! $task->reach($done) || $this->isTurnOver()) {
                return false;
            }
        }
        // Frames that a batch leaves as they are need no place in its record.
        DB::delete('DELETE FROM caption_changes WHERE batch_id = ? AND `before` = `after`', [$batch->id]);
        $batch->update(['state' => 'done']);

        return true;
    }

    protected function over(Task $task): void
    {
        $batch = Batch::query()->find($this->batch);
        if ($batch !== null && $batch->state === 'running') {
            // Stopped half-way: what was done can be taken back like all else.
            $batch->update(['state' => 'done']);
        }
        if ($batch?->shoot->studio->writes_sidecars === true) {
            WriteCaptions::start($batch->shoot);
        }
    }

    /** @param  Collection<int, Frame>  $frames */
    private function apply(Batch $batch, Captioning $captioning, Collection $frames): void
    {
        $stand = FrameCaption::query()->whereKey($frames->modelKeys())->lockForUpdate()->get()->keyBy('frame_id');
        $marks = isset($batch->edit['standings'])
            ? FrameMarks::lock($batch->shoot, array_map(intval(...), $frames->modelKeys()))
            : null;
        $rows = $changes = [];
        foreach ($frames as $frame) {
            $row = $stand[$frame->id] ?? null;
            $before = $row?->caption() ?? Caption::nothing();
            $after = $batch->edit($captioning, $frame, $row)->of($before, $captioning->values($frame, $before));
            $own = $batch->own($row->own ?? [], $before, $after);
            $change = [
                'before' => ['fields' => $before->values(), 'own' => $row->own ?? []],
                'after' => ['fields' => $after->values(), 'own' => $own],
            ];
            $words = $marks?->words($frame->id);
            if ($marks !== null && $words !== null) {
                $change['before']['standing'] = $words;
                $change['after']['standing'] = $batch->standing($frame->id, $words);
                $marks->import($frame->id, $change['after']['standing']);
            }
            $changes[] = [
                'batch_id' => $batch->id,
                'frame_id' => $frame->id,
                'before' => FrameCaption::json($change['before']),
                'after' => FrameCaption::json($change['after']),
            ];
            if ($change['before'] !== $change['after']) {
                $rows[] = FrameCaption::row($frame->id, $batch->shoot_id, $after, $own);
            }
        }
        DB::table('captions')->upsert($rows, ['frame_id'], ['fields', 'own', 'tells', 'written_at']);
        DB::table('caption_changes')->insert($changes);
        $marks?->storeImported($batch->member_id);
    }
}
