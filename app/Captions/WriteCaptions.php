<?php

declare(strict_types=1);

namespace App\Captions;

use App\Frames\Uses;
use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Support\Facades\DB;

/** Writes the sidecars that are out of date. */
final class WriteCaptions extends WorkInTurns
{
    public const KIND = 'sidecars';

    public const UNIT = 'frames';

    private const PIECE = 500;

    public static function start(Shoot $shoot): void
    {
        $left = FrameCaption::query()->where('shoot_id', $shoot->id)->whereNull('written_at')->count();
        if ($left > 0) {
            self::open($shoot, 'Writing XMP sidecars', $left);
        }
    }

    protected function turn(Task $task): bool
    {
        $shoot = Shoot::query()->findOrFail($task->shoot_id);
        $sidecars = new Sidecars($shoot, 'sidecars of task '.$task->id);
        $left = fn () => FrameCaption::query()->where('shoot_id', $shoot->id)->whereNull('written_at');
        $total = max($task->total, $left()->count());
        $task->begin($total);
        $done = $total - $left()->count();
        while (($frames = OutdatedSidecar::some($shoot, self::PIECE)) !== []) {
            $sidecars->write($frames);
            $this->note($shoot, $frames);
            $done += count($frames);
            if (! $task->reach($done) || $this->isTurnOver()) {
                return false;
            }
        }

        return true;
    }

    /**
     * Frames whose captions or marks were changed while their sidecars were written are still out of date.
     *
     * @param  list<OutdatedSidecar>  $frames
     */
    private function note(Shoot $shoot, array $frames): void
    {
        DB::transaction(function () use ($shoot, $frames): void {
            $captions = DB::table('captions')
                ->whereIn('frame_id', self::ids($frames))
                ->orderBy('frame_id')
                ->lockForUpdate()
                ->pluck('fields', 'frame_id');
            // A mark that lands meanwhile waits for these rows; one that has landed is seen.
            $marks = DB::table('frames')
                ->whereIn('id', self::ids($frames))
                ->get(['id', 'verdict', 'rating', 'uses', 'other_label', 'taken_ms'])
                ->keyBy('id');
            $uses = Uses::of($shoot->studio);
            $isSame = fn (OutdatedSidecar $frame): bool => ($captions[$frame->frame] ?? null) === $frame->fields &&
                $frame->isAs($marks[$frame->frame] ?? null, $uses);
            DB::table('captions')
                ->whereIn('frame_id', self::ids(array_filter($frames, $isSame)))
                ->update(['written_at' => now()]);
        });
    }

    /**
     * @param  array<OutdatedSidecar>  $frames
     * @return list<int>
     */
    private static function ids(array $frames): array
    {
        return array_values(array_map(fn (OutdatedSidecar $frame): int => $frame->frame, $frames));
    }
}
