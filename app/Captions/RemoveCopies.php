<?php

declare(strict_types=1);

namespace App\Captions;

use App\Copies\Copy;
use App\Copies\CopyRemoval;
use App\Copies\Place;
use App\Ingest\Card;
use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Query\Builder as Rows;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Copies\CopyDeletion;

/**
 * Deletes copies of a shoot's files, each only where a rule allows it, and the sidecars that are alone then. Which
 * copies, and by which rule, is decided by the class below it.
 */
abstract class RemoveCopies extends WorkInTurns
{
    private const PIECE = 200;

    /** @return list<string> names of the places from which copies go */
    abstract protected function places(): array;

    abstract protected function rule(Shoot $shoot): CopyDeletion;

    /** @return Builder<Copy> the copies that are to go */
    abstract protected function copies(Shoot $shoot): Builder;

    /** The frames whose files they are, by their keys. */
    protected function frames(Shoot $shoot): Rows
    {
        return DB::table('frames')->where('shoot_id', $shoot->id)->select('id');
    }

    /** @return array<string, mixed> columns of a file that change when a copy of it goes */
    protected function changes(): array
    {
        return [];
    }

    /**
     * What follows once all copies are looked at, each time the work comes to its end.
     *
     * @param  array<string, Place>  $there  name => place that is there
     */
    protected function conclude(Task $task, Shoot $shoot, array $there): void
    {
    }

    protected function turn(Task $task): bool
    {
        $shoot = Shoot::query()->with('studio')->findOrFail($task->shoot_id);
        $there = app(CopyRemoval::class)->reachable($shoot->studio_id);
        $isDone = $this->removeAll($task, $shoot, $there);
        if ($isDone) {
            $this->removeSidecars($shoot, $there);
            $this->conclude($task, $shoot, $there);
        }

        return $isDone;
    }

    /** @param  array<string, Place>  $there */
    private function removeAll(Task $task, Shoot $shoot, array $there): bool
    {
        $removal = app(CopyRemoval::class);
        $rule = $this->rule($shoot);
        [$last, $kept] = [$task->reached('copy'), $task->reached('kept')];
        while (($copies = $this->before($shoot, $last))->isNotEmpty()) {
            foreach ($copies as $copy) {
                $kept += $removal->remove($copy->file, $copy->place, $rule, $there, $this->changes()) ? 0 : 1;
                $last = $copy->id;
            }
            $task->note(['copy' => $last, 'kept' => $kept]);
            if (! $task->reach(min($task->total, $task->done + $copies->count())) || $this->isTurnOver()) {
                return false;
            }
        }

        return true;
    }

    /** @return Collection<int, Copy> some copies; the later ones first, so that where one has to stay it is the first */
    private function before(Shoot $shoot, int $last): Collection
    {
        return $this->copies($shoot)
            ->when($last > 0, fn (Builder $copies) => $copies->where('copies.id', '<', $last))
            ->with('file')
            ->orderByDesc('copies.id')
            ->limit(self::PIECE)
            ->get();
    }

    /**
     * Sidecars whose pictures are gone from a place, as long as another place has the same one, or the last copies were
     * to go too.
     *
     * @param  array<string, Place>  $there
     */
    private function removeSidecars(Shoot $shoot, array $there): void
    {
        $isLastToGo = $this->rule($shoot)->wanted === 0;
        foreach (array_intersect_key($there, array_flip($this->places())) as $place) {
            $others = array_diff_key($there, [$place->name => true]);
            foreach ($this->alone($shoot, $place)->lazyById(self::PIECE) as $sidecar) {
                $isThere = fn (Place $other): bool => is_file("{$other->path}/{$sidecar->path}");
                if ($isLastToGo || array_filter($others, $isThere) !== []) {
                    DB::table('sidecars')->delete($sidecar->id);
                    app(CopyRemoval::class)->unlink($place, $sidecar->path);
                }
            }
        }
    }

    /** Sidecars in a place that has no copy of a file of their frame. */
    private function alone(Shoot $shoot, Place $place): Rows
    {
        $copies = DB::table('files')
            ->join('copies', 'copies.file_id', '=', DB::raw('COALESCE(files.same_as_id, files.id)'))
            ->whereColumn('files.frame_id', 'sidecars.frame_id')
            ->where('copies.place', $place->name);

        return DB::table('sidecars')
            ->where('place', $place->name)
            ->whereIn('frame_id', $this->frames($shoot))
            ->whereNotExists($copies);
    }

    protected function over(Task $task): void
    {
        foreach (Card::query()->where('shoot_id', $task->shoot_id)->with('shoot.studio')->get() as $card) {
            $card->updateSafety();
        }
    }
}
