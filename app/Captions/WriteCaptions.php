<?php

declare(strict_types=1);

namespace App\Captions;

use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Kanpai\Core\Caption\UnreadableSidecar;

/** Writes the sidecars that are behind. */
final class WriteCaptions extends WorkInTurns
{
    public static function start(Shoot $shoot): void
    {
        $left = FrameCaption::query()->where('shoot_id', $shoot->id)->whereNull('written_at')->count();
        if ($left > 0) {
            self::dispatch(Task::open($shoot, 'sidecars', 'captions', 'Writing XMP sidecars', 'frames', $left)->id)->onQueue('default');
        }
    }

    protected function turn(Task $task): bool
    {
        $shoot = Shoot::query()->findOrFail($task->shoot_id);
        $sidecars = new Sidecars($shoot);
        $left = fn () => FrameCaption::query()->where('shoot_id', $shoot->id)->whereNull('written_at');
        $total = max($task->total, $left()->count());
        $task->begin($total);
        $done = $total - $left()->count();
        foreach ($left()->with('frame.files.copies')->limit(1000)->get() as $caption) {
            try {
                $sidecars->write($caption);
            } catch (UnreadableSidecar $reason) {
                $caption->frame->files->first()?->update(['problem' => $reason->getMessage()]);
            }
            FrameCaption::query()->whereKey($caption->frame_id)->where('fields', $caption->getRawOriginal('fields'))->update(['written_at' => now()]);
            if (! $task->reach(++$done) || $this->isTurnOver()) {
                return false;
            }
        }

        return $left()->doesntExist();
    }
}
