<?php

declare(strict_types=1);

namespace App\Archive;

use App\Ingest\Card;
use App\Ingest\CardFile;
use App\Ingest\Copy;
use App\Ingest\Place;
use App\Ingest\Places;
use App\Ingest\VersionCopy;
use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;

/**
 * Deletes the copies of an archived shoot in one place. The ledger decides file by file: a copy goes only where as many
 * proved ones as the studio wants stand elsewhere, the checked bag among them, and are really there.
 */
final class FreeCopies extends WorkInTurns
{
    private const PIECE = 200;

    public function __construct(int $taskId, private readonly string $place)
    {
        parent::__construct($taskId);
    }

    public static function start(Shoot $shoot, string $place): void
    {
        self::dispatch(Task::open($shoot, 'free', 'archive', "Deleting the copies on “{$place}”", 'files', self::copies($shoot, $place)->count())->id, $place)->onQueue('default');
    }

    /**
     * What stands in each place of a shoot, and how much of it could go.
     *
     * @return list<array{place: string, files: int, bytes: int, mayGo: int, isThere: bool}>
     */
    public static function plan(Shoot $shoot): array
    {
        $wanted = max(1, $shoot->studio->copies_wanted);
        $there = self::there($shoot);
        $rows = DB::table('copies')->join('files', 'files.id', '=', 'copies.file_id')->join('cards', 'cards.id', '=', 'files.card_id')->where('cards.shoot_id', $shoot->id)->whereColumn('copies.hash', 'files.hash')->get(['copies.file_id', 'copies.place', 'files.size']);
        $proofs = [];
        foreach ($rows as $row) {
            $proofs[(int) $row->file_id][(string) $row->place] = (int) $row->size;
        }
        $plan = [];
        foreach ($proofs as $places) {
            foreach ($places as $place => $size) {
                $staying = count(array_filter(array_keys($places), fn (string $other): bool => $other !== $place && isset($there[$other])));
                $plan[$place]['files'] = ($plan[$place]['files'] ?? 0) + 1;
                $plan[$place]['bytes'] = ($plan[$place]['bytes'] ?? 0) + $size;
                $plan[$place]['mayGo'] = ($plan[$place]['mayGo'] ?? 0) + ($staying >= $wanted ? 1 : 0);
            }
        }
        ksort($plan);

        return array_map(fn (string $place, array $said): array => ['place' => $place, ...$said, 'isThere' => isset($there[$place])], array_keys($plan), $plan);
    }

    /** One place of a shoot at a time: two that each counted on the other's copies would leave too few. */
    protected function turn(Task $task): bool
    {
        $lock = 'kanpai-free-'.DB::connection()->getDatabaseName().'-'.$task->shoot_id;
        if ((int) DB::scalar('SELECT GET_LOCK(?, 0)', [$lock]) !== 1) {
            return $this->waitFor(1);
        }
        try {
            return $this->free($task);
        } finally {
            DB::scalar('SELECT RELEASE_LOCK(?)', [$lock]);
        }
    }

    private function free(Task $task): bool
    {
        $shoot = Shoot::query()->with('studio')->findOrFail($task->shoot_id);
        $there = self::there($shoot);
        if (! isset($there[$this->place]) || $there[$this->place]->is_bag) {
            $task->fail("“{$this->place}” is not there, or is no place from which copies are deleted.");

            return false;
        }
        $task->begin();
        $wanted = max(1, $shoot->studio->copies_wanted);
        ['at' => $last, 'kept' => $kept] = [...['at' => 0, 'kept' => 0], ...(array) json_decode((string) $task->answer, true)];
        while (($copies = self::copies($shoot, $this->place)->where('id', '>', $last)->with('file')->orderBy('id')->limit(self::PIECE)->get())->isNotEmpty()) {
            foreach ($copies as $copy) {
                $kept += $this->clear($copy, $there, $wanted) ? 0 : 1;
                $last = $copy->id;
            }
            $task->update(['answer' => json_encode(['at' => $last, 'kept' => $kept])]);
            if (! $task->reach(min($task->total, $task->done + $copies->count())) || $this->isTurnOver()) {
                return false;
            }
        }
        $this->clearBeside($shoot, $there[$this->place], $there, $wanted);
        if ($kept > 0) {
            $task->update(['problem' => $kept.($kept === 1 ? ' file' : ' files')." stayed: fewer than {$wanted} proved copies of them stand elsewhere."]);
        }

        return true;
    }

    protected function over(Task $task): void
    {
        foreach (Card::query()->where('shoot_id', $task->shoot_id)->with('shoot.studio')->get() as $card) {
            $card->isSafeAfterProof();
        }
    }

    /** @param  array<string, Place>  $there */
    private function clear(Copy $copy, array $there, int $wanted): bool
    {
        $staying = Copy::query()->where('file_id', $copy->file_id)->where('hash', $copy->file->hash)->where('place', '<>', $this->place)->pluck('place')->filter(fn (string $place): bool => isset($there[$place]) && is_file("{$there[$place]->path}/{$copy->file->destination}"));
        if ($staying->count() < $wanted) {
            return false;
        }
        $path = "{$there[$this->place]->path}/{$copy->file->destination}";
        // The row first: a copy that is not counted any more may stand for a while, the other way round would be a lie.
        $copy->delete();
        @unlink($path);
        self::tidy(dirname($path), $there[$this->place]->path);

        return true;
    }

    /**
     * Versions by the same rule, and sidecars whose pictures are gone from there.
     *
     * @param  array<string, Place>  $there
     */
    private function clearBeside(Shoot $shoot, Place $place, array $there, int $wanted): void
    {
        foreach (VersionCopy::query()->where('place', $place->name)->whereIn('version_id', DB::table('versions')->join('frames', 'frames.id', '=', 'versions.frame_id')->where('frames.shoot_id', $shoot->id)->select('versions.id'))->get() as $copy) {
            $version = DB::table('versions')->where('id', $copy->version_id)->first();
            if ($version !== null && VersionCopy::query()->where('version_id', $copy->version_id)->where('hash', $version->hash)->whereIn('place', array_diff(array_keys($there), [$place->name]))->count() >= $wanted) {
                $copy->delete();
                @unlink("{$place->path}/{$version->destination}");
                self::tidy(dirname("{$place->path}/{$version->destination}"), $place->path);
            }
        }
        foreach (DB::table('sidecars')->where('place', $place->name)->whereIn('frame_id', DB::table('frames')->where('shoot_id', $shoot->id)->select('id'))->get() as $sidecar) {
            $isAlone = Copy::query()->where('place', $place->name)->whereIn('file_id', CardFile::query()->where('frame_id', $sidecar->frame_id)->selectRaw('COALESCE(same_as_id, id)'))->doesntExist();
            $isElsewhere = array_filter($there, fn (Place $other): bool => $other->name !== $place->name && is_file("{$other->path}/{$sidecar->path}")) !== [];
            if ($isAlone && $isElsewhere) {
                @unlink("{$place->path}/{$sidecar->path}");
                DB::table('sidecars')->where('id', $sidecar->id)->delete();
                self::tidy(dirname("{$place->path}/{$sidecar->path}"), $place->path);
            }
        }
    }

    /** @return Builder<Copy> proved ones of the shoot in a place */
    private static function copies(Shoot $shoot, string $place): Builder
    {
        return Copy::query()->where('place', $place)->whereIn('file_id', CardFile::query()->whereIn('card_id', Card::query()->where('shoot_id', $shoot->id)->select('id'))->select('id'));
    }

    /** @return array<string, Place> name => place, of those whose disks are there; a bag counts only when it was checked */
    private static function there(Shoot $shoot): array
    {
        $bags = Bag::query()->where(['shoot_id' => $shoot->id, 'state' => BagState::Checked])->get()->map(fn (Bag $bag): string => $bag->place())->all();

        return app(Places::class)->withBags($shoot->studio_id)->filter(fn (Place $place): bool => $place->isThere() && (! $place->is_bag || in_array($place->name, $bags, true)))->keyBy('name')->all();
    }

    /** Takes empty folders away, up to the place. */
    private static function tidy(string $folder, string $place): void
    {
        while (strlen($folder) > strlen($place) && @rmdir($folder)) {
            $folder = dirname($folder);
        }
    }
}
