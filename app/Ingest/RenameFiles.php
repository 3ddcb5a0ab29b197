<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Copies\Copy;
use App\Copies\CopyRemoval;
use App\Copies\Disk;
use App\Copies\Place;
use App\Copies\VersionCopy;
use App\Frames\CardFile;
use App\Frames\Version;
use App\Studio\Task;
use App\Studio\TaskState;
use App\Studio\WorkInTurns;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Copies\UnableToCopy;
use Kanpai\Core\Frames\FileKind;
use Kanpai\Core\Ingest\NamePlan;

/**
 * Renames files in all places, some at a time: first the new names beside the old ones, then the record, then the old
 * names go. Whoever is killed in between leaves files at the paths that the record names.
 */
final class RenameFiles extends WorkInTurns
{
    public const KIND = 'rename';

    /** Names that are told where something was in the way. */
    private const NAMED = 5;

    /** Files whose record changes together: one commit for all of them. */
    private const TOGETHER = 100;

    /** @var array<string, Place> */
    private array $places = [];

    protected function turn(Task $task): bool
    {
        // What had begun before this one comes to its end; what begins later waits.
        $others = $task
            ->ofStudio()
            ->where('state', TaskState::Running)
            ->where('kind', '<>', 'look')
            ->whereKeyNot($task->id);
        if ($others->exists()) {
            return $this->waitFor(1);
        }
        $this->places = app(CopyRemoval::class)->standing($task->shoot->studio_id);
        $left = PlannedRename::query()->where('shoot_id', $task->shoot_id)->where('state', '<>', RenameState::Refused);
        $task->begin(max($task->total, $left->count()));
        $done = $task->total - $left->count();
        $next = fn (): Collection => $this->independent($left->clone()->orderBy('id')->limit(self::TOGETHER)->get());
        while (($steps = $next())->isNotEmpty()) {
            try {
                $this->take($steps);
            } catch (UnableToCopy $reason) {
                $task->fail($reason->getMessage());

                return false;
            }
            if (! $task->reach($done += $steps->count()) || $this->isTurnOver()) {
                return false;
            }
        }

        return $this->conclude($task);
    }

    /**
     * The first of some steps, up to one that waits for a name which an earlier of them frees.
     *
     * @param  Collection<int, PlannedRename>  $steps
     * @return Collection<int, PlannedRename>
     */
    private function independent(Collection $steps): Collection
    {
        $held = [];
        foreach ($steps as $i => $step) {
            if (isset($held[NamePlan::fold(Renaming::stem($step->to_path))])) {
                return $steps->take($i);
            }
            $held[NamePlan::fold(Renaming::stem($step->from_path))] = true;
        }

        return $steps;
    }

    private function conclude(Task $task): bool
    {
        $refused = PlannedRename::query()
            ->where(['shoot_id' => $task->shoot_id, 'state' => RenameState::Refused])
            ->orderBy('id')
            ->get();
        if ($refused->isEmpty()) {
            return true;
        }
        $names = $refused
            ->take(self::NAMED)
            ->map(fn (PlannedRename $step): string => basename($step->to_path))
            ->implode(', ');
        $keep = $refused->count() === 1 ? 'file keeps its name' : 'files keep their names';
        $more = $refused->count() > self::NAMED ? ' and more' : '';
        $why = "because something else stands where they were to go: {$names}{$more}";
        $task->fail(number_format($refused->count())." {$keep}, {$why}. Nothing was overwritten.");

        return false;
    }

    /**
     * @param  Collection<int, PlannedRename>  $steps
     *
     * @throws UnableToCopy
     */
    private function take(Collection $steps): void
    {
        $files = CardFile::query()->whereIn('id', $steps->pluck('file_id')->filter())->get()->keyBy('id')->all();
        $hashes = Version::query()->whereIn('id', $steps->pluck('version_id')->filter())->pluck('hash', 'id');
        $places = $this->standing($steps);
        $pairs = $this->pairs($steps, $files);
        $named = [];
        foreach ($steps as $step) {
            $hash = (string) ($files[(int) $step->file_id]->hash ?? ($hashes[$step->version_id] ?? ''));
            if (
                $step->state === RenameState::Planned &&
                ! $this->link($places[$step->id], $pairs[$step->id], $hash)
            ) {
                $step->update(['state' => RenameState::Refused]);
            } else {
                $named[] = $step;
            }
        }
        $this->record($named, $files, $pairs);
        foreach ($named as $step) {
            foreach ($places[$step->id] as $place) {
                $this->removeOld($place, $pairs[$step->id]);
            }
        }
        PlannedRename::query()->whereIntegerInRaw('id', array_column($named, 'id'))->delete();
    }

    /**
     * @param  list<PlannedRename>  $named
     * @param  array<int, CardFile>  $files
     * @param  array<int, array<string, string>>  $pairs
     */
    private function record(array $named, array $files, array $pairs): void
    {
        DB::transaction(function () use ($named, $files, $pairs): void {
            $paths = [];
            foreach ($named as $step) {
                $file = $files[(int) $step->file_id] ?? null;
                $this->note($step, $file);
                if ($file?->frame_id !== null) {
                    $paths[$file->frame_id] = ($paths[$file->frame_id] ?? []) + $pairs[$step->id];
                }
            }
            event(new FilesRenamed($paths));
            PlannedRename::query()
                ->whereIntegerInRaw('id', array_column($named, 'id'))
                ->update(['state' => RenameState::Named]);
        });
    }

    /**
     * Only the same file under its old name: whatever else stands there by now is somebody's.
     *
     * @param  array<string, string>  $pairs
     */
    private function removeOld(Place $place, array $pairs): void
    {
        foreach ($pairs as $from => $to) {
            if (self::isSame("{$place->path}/{$from}", "{$place->path}/{$to}")) {
                app(CopyRemoval::class)->unlink($place, $from);
            }
        }
    }

    /**
     * The files themselves, and the sidecars beside them that the card did not bring.
     *
     * @param  Collection<int, PlannedRename>  $steps
     * @param  array<int, CardFile>  $files
     * @return array<int, array<string, string>> step => path below a place => the new one
     */
    private function pairs(Collection $steps, array $files): array
    {
        $pairs = $beside = [];
        foreach ($steps as $step) {
            $pairs[$step->id] = [$step->from_path => $step->to_path];
            $kind = ($files[(int) $step->file_id] ?? null)?->kind;
            if ($kind === FileKind::Jpeg || $kind === FileKind::Raw) {
                $beside[$step->id] = [
                    Renaming::stem($step->from_path).'.xmp' => Renaming::stem($step->to_path).'.xmp',
                    "{$step->from_path}.xmp" => "{$step->to_path}.xmp",
                ];
            }
        }
        $sidecars = array_merge([], ...array_map(array_keys(...), array_values($beside)));
        $originals = CardFile::query()->whereIn('destination', $sidecars)->pluck('destination', 'destination')->all();
        foreach ($beside as $id => $own) {
            $pairs[$id] += array_diff_key($own, $originals);
        }

        return $pairs;
    }

    /**
     * Gives the files their new names beside the old ones, in every place or in none.
     *
     * @param  list<Place>  $places
     * @param  array<string, string>  $pairs  the file itself first
     * @param  string  $hash  of the file itself
     */
    private function link(array $places, array $pairs, string $hash): bool
    {
        $linked = [];
        foreach ($places as $place) {
            foreach ($pairs as $from => $to) {
                $isLinked = $this->linkOne($place, $from, $to, $from === array_key_first($pairs) ? $hash : null);
                if ($isLinked === false) {
                    $this->unlink($linked);

                    return false;
                }
                if ($isLinked === true) {
                    $linked[] = [$place, $from, $to];
                }
            }
        }

        return true;
    }

    /**
     * @param  string|null  $hash  of what is to stand there; null for sidecars
     * @return bool|null null where nothing is to be done, false where something else is in the way
     */
    private function linkOne(Place $place, string $from, string $to, ?string $hash): ?bool
    {
        [$old, $new] = ["{$place->path}/{$from}", "{$place->path}/{$to}"];
        // A disk without links may have it there already. A copy that is lost stays lost; another file is none of it.
        $isAnother =
            $hash !== null && ! self::isThere($old) && self::isThere($new) && hash_file('xxh128', $new) !== $hash;
        if (! $isAnother && (! self::isThere($old) || self::isSame($old, $new))) {
            return null;
        }

        return ! $isAnother &&
            ! self::isThere($new) &&
            Disk::makeFolder(dirname($new)) &&
            (@link($old, $new) || @rename($old, $new));
    }

    /** @param  list<array{Place, string, string}>  $linked */
    private function unlink(array $linked): void
    {
        foreach ($linked as [$place, $from, $to]) {
            // A disk without links has the file under its new name alone.
            self::isThere("{$place->path}/{$from}")
                ? app(CopyRemoval::class)->unlink($place, $to)
                : @rename("{$place->path}/{$to}", "{$place->path}/{$from}");
        }
    }

    private function note(PlannedRename $step, ?CardFile $file): void
    {
        if ($step->version_id !== null) {
            Version::query()
                ->whereKey($step->version_id)
                ->update(['destination' => $step->to_path, 'name' => basename($step->to_path)]);

            return;
        }
        $file?->update(['destination' => $step->to_path, ...$step->number === null ? [] : ['number' => $step->number]]);
        if ($file === null || $file->frame_id === null) {
            return;
        }
        if ($file->is_main && $step->number !== null) {
            Naming::rename($file->frame_id, $step->to_path);
        }
    }

    /**
     * @param  Collection<int, PlannedRename>  $steps
     * @return array<int, list<Place>> step => the places in which copies of it are
     *
     * @throws UnableToCopy where one of them is not there any more
     */
    private function standing(Collection $steps): array
    {
        $copies = Copy::query()
            ->whereIntegerInRaw('file_id', $steps->pluck('file_id')->filter()->all())
            ->get(['file_id', 'place'])
            ->groupBy('file_id');
        $ofVersions = VersionCopy::query()
            ->whereIntegerInRaw('version_id', $steps->pluck('version_id')->filter()->all())
            ->get(['version_id', 'place'])
            ->groupBy('version_id');
        $standing = [];
        foreach ($steps as $step) {
            $own = $step->version_id === null ? $copies->get($step->file_id) : $ofVersions->get($step->version_id);
            $standing[$step->id] = array_map(
                fn (mixed $name): Place => $this->places[(string) $name] ?? throw UnableToCopy::isAway((string) $name),
                array_values($own?->pluck('place')->all() ?? []),
            );
        }

        return $standing;
    }

    private static function isThere(string $path): bool
    {
        clearstatcache(true, $path);

        return file_exists($path);
    }

    private static function isSame(string $one, string $other): bool
    {
        $inode = fn (string $path): array => array_intersect_key(self::isThere($path) ? (stat($path) ?: []) : [], [
            'dev' => 0,
            'ino' => 0,
        ]);

        return $inode($one) !== [] && $inode($one) === $inode($other);
    }
}
