<?php

declare(strict_types=1);

namespace App\Captions;

use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Metadata\UnreadableSidecar;

/** Looks whether other software has changed the sidecars of a shoot. */
final class LookAtSidecars extends WorkInTurns
{
    public const KIND = 'look';

    public const UNIT = 'sidecars';

    private const PIECE = 200;

    public static function start(Shoot $shoot): void
    {
        self::open($shoot, 'Looking at the sidecars', SidecarFile::ofShoot($shoot)->count());
    }

    /** At most every ten minutes, so that a page which is opened often does not wear the disks. */
    public static function startNowAndThen(Shoot $shoot): void
    {
        $last = self::latest($shoot);
        if (
            ($last === null || ($last->state->isOver() && $last->created_at->lt(now()->subMinutes(10)))) &&
            SidecarFile::ofShoot($shoot)->exists()
        ) {
            self::start($shoot);
        }
    }

    protected function turn(Task $task): bool
    {
        $shoot = Shoot::query()->findOrFail($task->shoot_id);
        $sidecars = new Sidecars($shoot);
        // The last frame that was looked at is the only state there is: looking twice does no harm.
        $done = $task->done;
        $left = DB::table('frames')
            ->where('shoot_id', $shoot->id)
            ->where('id', '>', $task->reached('frame'))
            ->orderBy('id')
            ->pluck('id');
        foreach ($left->chunk(self::PIECE) as $frames) {
            $done += self::look($sidecars, $frames);
            $task->fill(['done' => $done])->note(['frame' => (int) $frames->last()]);
            if (! $task->reach($done) || $this->isTurnOver()) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param  Collection<int, mixed>  $frames
     * @return int how many sidecars they have
     */
    private static function look(Sidecars $sidecars, Collection $frames): int
    {
        $files = SidecarFile::query()->whereIn('frame_id', $frames)->with('frame');
        $files = $files->orderBy('frame_id')->orderBy('id')->get();
        foreach ($files as $file) {
            try {
                $sidecars->look($file);
            } catch (UnreadableSidecar $reason) {
                $file->frame
                    ->files()
                    ->first()
                    ?->update(['problem' => $reason->getMessage()]);
            }
        }

        return $files->count();
    }
}
