<?php

declare(strict_types=1);

namespace App\Archive;

use App\Copies\Copy;
use App\Copies\CopyRemoval;
use App\Copies\Place;
use App\Frames\CardFile;
use App\Frames\Version;
use App\Ingest\Card;
use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection as EloquentCollection;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Copies\CopyDeletion;
use stdClass;

/**
 * Deletes the copies of an archived shoot in one place. The ledger decides file by file: a copy goes only where
 * verified ones stay on as many other disks as the studio requires, the checked bag among them, and are really there.
 */
final class FreeCopies extends WorkInTurns
{
    public const KIND = 'free';

    private const PIECE = 200;

    public function __construct(int $taskId, private readonly string $place)
    {
        parent::__construct($taskId);
    }

    public static function start(Shoot $shoot, string $place): void
    {
        $copies = self::copies($shoot, $place)->count();
        self::open($shoot, "Deleting the copies on “{$place}”", $copies, $place);
    }

    /**
     * What stands in each place of a shoot, and how much of it could go.
     *
     * @return list<array{place: string, files: int, bytes: int, mayGo: int, isThere: bool, isBag: bool,
     *     besides: list<string>}> `besides`: places on the same disk
     */
    public static function plan(Shoot $shoot): array
    {
        $there = app(CopyRemoval::class)->standing($shoot->studio_id);
        $plan = self::sums($shoot, $there);
        ksort($plan);

        return array_map(
            fn (string $place, array $facts): array => [
                'place' => $place,
                ...$facts,
                'isThere' => isset($there[$place]),
                'isBag' => isset($there[$place]) ? $there[$place]->is_bag : str_starts_with($place, 'bag '),
                'besides' => self::besides($place, array_keys($plan), $there),
            ],
            array_keys($plan),
            $plan,
        );
    }

    /**
     * @param  array<string, Place>  $there
     * @return array<string, array{files: int, bytes: int, mayGo: int}> by place
     */
    private static function sums(Shoot $shoot, array $there): array
    {
        $rule = CopyDeletion::ofArchived(max(1, $shoot->studio->copies_required));
        $plan = [];
        foreach (self::groups($shoot) as $group) {
            $places = explode("\n", (string) $group->places);
            foreach ($places as $place) {
                $before = $plan[$place] ?? ['files' => 0, 'bytes' => 0, 'mayGo' => 0];
                $mayGo = $rule->allows(self::staying($place, $places, $there));
                $plan[$place] = [
                    'files' => $before['files'] + (int) $group->files,
                    'bytes' => $before['bytes'] + (int) $group->bytes,
                    'mayGo' => $before['mayGo'] + ($mayGo ? (int) $group->files : 0),
                ];
            }
        }

        return $plan;
    }

    /** @return Collection<int, stdClass> files with sound copies in the same places, which are judged together */
    private static function groups(Shoot $shoot): Collection
    {
        $files = DB::table('copies')
            ->join('files', 'files.id', '=', 'copies.file_id')
            ->whereIn('copies.card_id', Card::query()->where('shoot_id', $shoot->id)->select('id'))
            ->where('copies.is_sound', true)
            ->groupBy('copies.file_id', 'files.size')
            ->selectRaw("files.size, GROUP_CONCAT(copies.place ORDER BY copies.place SEPARATOR '\n') AS places");

        return DB::query()
            ->fromSub($files, 'files')
            ->groupBy('places')
            ->selectRaw('places, COUNT(*) AS files, SUM(size) AS bytes')
            ->get();
    }

    /**
     * What stays of files once a place has none of them.
     *
     * @param  list<string>  $places  in which they are now
     * @param  array<string, Place>  $there
     * @return list<array{disk: int|string, isArchive: bool}>
     */
    private static function staying(string $place, array $places, array $there): array
    {
        $others = array_filter($places, fn (string $other): bool => $other !== $place && isset($there[$other]));

        return array_map(
            fn (string $name): array => [
                'disk' => $there[$name]->safetyDisk(),
                'isArchive' => $there[$name]->is_bag,
            ],
            array_values($others),
        );
    }

    /**
     * @param  list<string>  $names
     * @param  array<string, Place>  $there
     * @return list<string> other places on the same disk
     */
    private static function besides(string $place, array $names, array $there): array
    {
        return array_values(
            array_filter(
                $names,
                fn (string $other): bool => $other !== $place &&
                    isset($there[$other], $there[$place]) &&
                    $there[$other]->safetyDisk() === $there[$place]->safetyDisk(),
            ),
        );
    }

    protected function turn(Task $task): bool
    {
        $shoot = Shoot::query()->with('studio')->findOrFail($task->shoot_id);
        $there = app(CopyRemoval::class)->standing($shoot->studio_id);
        $place = $there[$this->place] ?? null;
        if ($place === null || $place->is_bag) {
            $task->fail("“{$this->place}” is not there, or is no place from which copies are deleted.");

            return false;
        }
        $task->begin();
        $rule = CopyDeletion::ofArchived(max(1, $shoot->studio->copies_required));
        $isDone = $this->deleteCopies($task, $shoot, $rule, $there);
        if ($isDone) {
            $this->deleteVersions($shoot, $place, $there, $rule);
            $this->deleteSidecars($shoot, $place, $there);
            self::tellKept($task, $task->reached('kept'));
        }

        return $isDone;
    }

    private static function tellKept(Task $task, int $kept): void
    {
        if ($kept > 0) {
            $task->update([
                'problem' => $kept.
                    ($kept === 1 ? ' file' : ' files').
                    ' stayed: of them too few verified copies are on other disks, or none is in a checked archive.',
            ]);
        }
    }

    /** @param  array<string, Place>  $there */
    private function deleteCopies(Task $task, Shoot $shoot, CopyDeletion $rule, array $there): bool
    {
        $removal = app(CopyRemoval::class);
        [$last, $kept] = [$task->reached('copy'), $task->reached('kept')];
        while (($copies = $this->after($shoot, $last))->isNotEmpty()) {
            foreach ($copies as $copy) {
                $kept += $removal->remove($copy->file, $this->place, $rule, $there) ? 0 : 1;
                $last = $copy->id;
            }
            $task->note(['copy' => $last, 'kept' => $kept]);
            if (! $task->reach(min($task->total, $task->done + $copies->count())) || $this->isTurnOver()) {
                return false;
            }
        }

        return true;
    }

    /** @return EloquentCollection<int, Copy> some copies after one */
    private function after(Shoot $shoot, int $last): EloquentCollection
    {
        return self::copies($shoot, $this->place)
            ->where('id', '>', $last)
            ->with('file')
            ->orderBy('id')
            ->limit(self::PIECE)
            ->get();
    }

    protected function over(Task $task): void
    {
        foreach (Card::query()->where('shoot_id', $task->shoot_id)->with('shoot.studio')->get() as $card) {
            $card->updateSafety();
        }
    }

    /**
     * Versions by the same rule.
     *
     * @param  array<string, Place>  $there
     */
    private function deleteVersions(Shoot $shoot, Place $place, array $there, CopyDeletion $rule): void
    {
        $versions = Version::query()
            ->whereHas('copies', fn ($copies) => $copies->where('place', $place->name))
            ->whereHas('frame', fn ($frames) => $frames->where('shoot_id', $shoot->id));
        foreach ($versions->lazyById(self::PIECE) as $version) {
            app(CopyRemoval::class)->removeVersion($version, $place->name, $rule, $there);
        }
    }

    /**
     * Sidecars whose pictures are gone from there, as long as another place has them.
     *
     * @param  array<string, Place>  $there
     */
    private function deleteSidecars(Shoot $shoot, Place $place, array $there): void
    {
        unset($there[$place->name]);
        $frames = DB::table('frames')->where('shoot_id', $shoot->id)->select('id');
        $own = DB::table('sidecars')->where('place', $place->name)->whereIn('frame_id', $frames);
        foreach ($own->get() as $sidecar) {
            $hasIt = fn (Place $other): bool => is_file("{$other->path}/{$sidecar->path}");
            if (self::isAlone((int) $sidecar->frame_id, $place) && array_filter($there, $hasIt) !== []) {
                DB::table('sidecars')->delete($sidecar->id);
                app(CopyRemoval::class)->unlink($place, $sidecar->path);
            }
        }
    }

    /** Whether no picture of a frame stands in a place any more. */
    private static function isAlone(int $frame, Place $place): bool
    {
        $files = CardFile::query()->where('frame_id', $frame);

        return Copy::query()
            ->where('place', $place->name)
            ->whereIn('file_id', $files->selectRaw('COALESCE(same_as_id, id)'))
            ->doesntExist();
    }

    /** @return Builder<Copy> verified ones of the shoot in a place */
    private static function copies(Shoot $shoot, string $place): Builder
    {
        return Copy::query()
            ->where('place', $place)
            ->whereIn(
                'file_id',
                CardFile::query()
                    ->whereIn('card_id', Card::query()->where('shoot_id', $shoot->id)->select('id'))
                    ->select('id'),
            );
    }
}
