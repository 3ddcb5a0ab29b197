<?php

declare(strict_types=1);

namespace App\Archive;

use App\Captions\RemoveCopies;
use App\Copies\Copy;
use App\Copies\CopyRemoval;
use App\Copies\Place;
use App\Frames\Version;
use App\Ingest\Card;
use App\Studio\Shoot;
use App\Studio\Task;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Copies\CopyDeletion;
use stdClass;

/**
 * Deletes the copies of an archived shoot in one place. The ledger decides file by file: a copy goes only where
 * verified ones stay on as many other disks as the studio requires, the checked bag among them, and are really there.
 */
final class FreeCopies extends RemoveCopies
{
    public const KIND = 'free';

    private const PIECE = 200;

    public function __construct(int $taskId, private readonly string $place)
    {
        parent::__construct($taskId);
    }

    public static function start(Shoot $shoot, string $place): void
    {
        $copies = self::ofShoot($shoot, $place)->count();
        self::open($shoot, "Deleting the copies on “{$place}”", $copies, $place);
    }

    /**
     * What is in each place of a shoot, and how much of it could go.
     *
     * @return list<array{place: string, files: int, bytes: int, mayGo: int, isThere: bool, isBag: bool,
     *     besides: list<string>}> `besides`: places on the same disk
     */
    public static function plan(Shoot $shoot): array
    {
        $there = app(CopyRemoval::class)->reachable($shoot->studio_id);
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

    protected function places(): array
    {
        return [$this->place];
    }

    protected function rule(Shoot $shoot): CopyDeletion
    {
        return CopyDeletion::ofArchived(max(1, $shoot->studio->copies_required));
    }

    protected function turn(Task $task): bool
    {
        $place = app(CopyRemoval::class)->reachable($task->shoot->studio_id)[$this->place] ?? null;
        if ($place === null || $place->is_bag) {
            $task->fail("“{$this->place}” is not there, or is no place from which copies are deleted.");

            return false;
        }
        $task->begin();

        return parent::turn($task);
    }

    /** Versions by the same rule. */
    protected function conclude(Task $task, Shoot $shoot, array $there): void
    {
        $versions = Version::query()
            ->whereHas('copies', fn ($copies) => $copies->where('place', $this->place))
            ->whereHas('frame', fn ($frames) => $frames->where('shoot_id', $shoot->id));
        foreach ($versions->lazyById(self::PIECE) as $version) {
            app(CopyRemoval::class)->removeVersion($version, $this->place, $this->rule($shoot), $there);
        }
        self::tellKept($task, $task->reached('kept'));
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

    protected function copies(Shoot $shoot): Builder
    {
        return self::ofShoot($shoot, $this->place);
    }

    /** @return Builder<Copy> of the shoot in a place */
    private static function ofShoot(Shoot $shoot, string $place): Builder
    {
        $cards = Card::query()->where('shoot_id', $shoot->id)->select('id');

        return Copy::query()->where('copies.place', $place)->whereIn('copies.card_id', $cards);
    }
}
