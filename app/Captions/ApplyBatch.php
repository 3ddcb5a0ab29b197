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
 * Applies a batch to the chosen frames, each with what was there before.
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
        $all = $batch->frames()->count();
        $task->begin($all);
        $done = DB::table('caption_changes')->where('batch_id', $batch->id);
        $left = $batch->frames()->whereNotIn('frames.id', $done->clone()->select('frame_id'))->pluck('frames.id');
        $isDone = $this->applyTo($task, $batch, $left->all(), $all - $left->count());
        if ($isDone) {
            // Frames that a batch leaves as they are need no place in its record.
            $done->whereColumn('before', 'after')->delete();
            $batch->update(['state' => 'done']);
        }

        return $isDone;
    }

    /** @param  array<int, int>  $left */
    private function applyTo(Task $task, Batch $batch, array $left, int $done): bool
    {
        $captioning = Captioning::ofMany($batch->shoot);
        foreach (array_chunk($left, self::PIECE) as $piece) {
            $frames = Frame::query()->whereKey($piece)->with('card', 'body')->get();
            DB::transaction(fn () => $this->apply($batch, $captioning, $frames), 3);
            $done += count($piece);
            if (! $task->reach($done) || $this->isTurnOver()) {
                return false;
            }
        }

        return true;
    }

    protected function over(Task $task): void
    {
        $batch = Batch::query()->find($this->batch);
        if ($batch !== null && $batch->state === 'running') {
            // Stopped half-way: what was applied can be undone like all else.
            $batch->update(['state' => 'done']);
        }
        if ($batch?->shoot->studio->writes_sidecars === true) {
            WriteCaptions::start($batch->shoot);
        }
    }

    /** @param  Collection<int, Frame>  $frames */
    private function apply(Batch $batch, Captioning $captioning, Collection $frames): void
    {
        $ids = array_map(intval(...), $frames->modelKeys());
        $captions = FrameCaption::query()->whereKey($ids)->lockForUpdate()->get()->keyBy('frame_id');
        $marks = isset($batch->edit['marks']) ? FrameMarks::lock($batch->shoot, $ids) : null;
        $rows = $changes = [];
        foreach ($frames as $frame) {
            [$was, $is] = $this->edit($batch, $captioning, $frame, $captions->get($frame->id), $marks);
            $changes[] = self::changeRow($batch, $frame, $was, $is);
            if ($was !== $is) {
                $rows[] = FrameCaption::row($frame->id, $batch->shoot_id, Caption::of($is['fields']), $is['own']);
            }
        }
        FrameCaption::store($rows);
        DB::table('caption_changes')->insert($changes);
        $marks?->storeImported($batch->member_id);
    }

    /**
     * @param  array<string, mixed>  $was
     * @param  array<string, mixed>  $is
     * @return array<string, mixed>
     */
    private static function changeRow(Batch $batch, Frame $frame, array $was, array $is): array
    {
        return [
            'batch_id' => $batch->id,
            'frame_id' => $frame->id,
            'before' => FrameCaption::json($was),
            'after' => FrameCaption::json($is),
        ];
    }

    /** @return array{array<string, mixed>, array<string, mixed>} what was there before, and what is there after */
    private function edit(
        Batch $batch,
        Captioning $captioning,
        Frame $frame,
        ?FrameCaption $row,
        ?FrameMarks $marks,
    ): array {
        $before = $row?->caption() ?? Caption::nothing();
        $after = $batch->edit($captioning, $frame, $row)->of($before, $captioning->values($frame, $before));
        $own = $row->own ?? [];

        return [
            ['fields' => $before->values(), 'own' => $own, ...self::marks($marks, $frame)],
            [
                'fields' => $after->values(),
                'own' => $batch->own($own, $before, $after),
                ...$this->change($batch, $marks, $frame),
            ],
        ];
    }

    /** @return array<string, mixed> marks of a frame before the batch, where it changes marks at all */
    private static function marks(?FrameMarks $marks, Frame $frame): array
    {
        $words = $marks?->words($frame->id);

        return $words === null ? [] : ['marks' => $words];
    }

    /** @return array<string, mixed> marks that the batch gives a frame */
    private function change(Batch $batch, ?FrameMarks $marks, Frame $frame): array
    {
        $words = $marks?->words($frame->id);
        if ($marks === null || $words === null) {
            return [];
        }
        $given = $batch->marksOf($frame->id, $words);
        $marks->import($frame->id, $given);

        return ['marks' => $given];
    }
}
