<?php

declare(strict_types=1);

namespace App\Captions;

use App\Frames\FrameMarks;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Captions\Edit\Undoing;
use Kanpai\Core\Frames\Caption\Caption;

/** Gives frames back the captions they had before a batch, as far as nothing has changed them since. */
final class UndoBatch extends WorkInTurns
{
    public const KIND = 'undo';

    public const UNIT = 'frames';

    public const QUEUE = 'urgent';

    private const PIECE = 500;

    public function __construct(int $taskId, private readonly int $batch)
    {
        parent::__construct($taskId);
    }

    protected function turn(Task $task): bool
    {
        $batch = Batch::query()->findOrFail($this->batch);
        $left = DB::table('caption_changes')->where('batch_id', $batch->id);
        $total = max($task->total, $left->count());
        $task->begin($total);
        while ($left->exists()) {
            DB::transaction(fn () => $this->undoPiece($batch, $left), 3);
            if (! $task->reach($total - $left->count()) || $this->isTurnOver()) {
                return false;
            }
        }
        $batch->update(['state' => 'undone']);

        return true;
    }

    private function undoPiece(Batch $batch, Builder $left): void
    {
        $changes = $left->clone()->orderBy('frame_id')->limit(self::PIECE)->get();
        $this->undo($batch, $changes);
        $left->clone()->whereIn('frame_id', $changes->pluck('frame_id')->all())->delete();
    }

    /** @param  Collection<int, \stdClass>  $changes  rows of the table `caption_changes` */
    private function undo(Batch $batch, Collection $changes): void
    {
        $frames = array_values(array_map(intval(...), $changes->pluck('frame_id')->all()));
        $captions = FrameCaption::query()->whereKey($frames)->lockForUpdate()->get()->keyBy('frame_id');
        $marks = isset($batch->edit['marks']) ? FrameMarks::lock($batch->shoot, $frames) : null;
        $rows = [];
        foreach ($changes as $change) {
            $frame = (int) $change->frame_id;
            $before = json_decode((string) $change->before, true);
            $after = json_decode((string) $change->after, true);
            $rows[] = self::row($batch, $frame, $captions->get($frame), $before, $after);
            if ($marks !== null && isset($after['marks'])) {
                self::undoMarks($marks, $frame, $before['marks'], $after['marks']);
            }
        }
        $marks?->storeImported($batch->member_id);
        FrameCaption::store($rows);
    }

    /**
     * @param  array<string, mixed>  $before
     * @param  array<string, mixed>  $after
     * @return array<string, mixed>
     */
    private static function row(Batch $batch, int $frame, ?FrameCaption $caption, array $before, array $after): array
    {
        $fields = Undoing::of($caption->fields ?? [], $before['fields'], $after['fields'], '');
        $own = $caption !== null && $caption->own !== $after['own'] ? $caption->own : $before['own'];

        return FrameCaption::row($frame, $batch->shoot_id, Caption::of($fields), $own);
    }

    /**
     * @param  array<string, mixed>  $before
     * @param  array<string, mixed>  $after
     */
    private static function undoMarks(FrameMarks $marks, int $frame, array $before, array $after): void
    {
        $words = $marks->words($frame);
        if ($words !== null) {
            /** @var array{verdict: string, rating: int<0, 5>, label: string} $words */
            $words = Undoing::of($words, $before, $after, null);
            $marks->import($frame, $words);
        }
    }

    protected function over(Task $task): void
    {
        $batch = Batch::query()->find($this->batch);
        if ($batch?->shoot->studio->writes_sidecars === true) {
            WriteCaptions::start($batch->shoot);
        }
    }
}
