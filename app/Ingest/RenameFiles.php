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
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Copies\UnableToCopy;
use Kanpai\Core\Ingest\NamePlan;

/**
 * Renames files in all places, some at a time: first the new names beside the old ones, then the record, then the old
 * names go. Whoever is killed in between leaves files at the paths that the record names.
 */
final class RenameFiles extends WorkInTurns
{
    public const KIND = 'rename';

    /** How many names are listed where something was in the way. */
    private const NAMED = 5;

    /** Files whose record changes together: one commit for all of them. */
    private const TOGETHER = 100;

    /** @var array<string, Place> */
    private array $places = [];

    protected function turn(Task $task): bool
    {
        // What had begun before this one comes to its end; what begins later waits.
        $others = $task->ofStudio()->where('state', TaskState::Running)->where('kind', '<>', 'look');
        if ($others->whereKeyNot($task->id)->exists()) {
            return $this->waitFor(1);
        }
        $this->places = app(CopyRemoval::class)->reachable($task->shoot->studio_id);
        $left = PlannedRename::query()->where('shoot_id', $task->shoot_id)->where('state', '<>', RenameState::Refused);
        $task->begin(max($task->total, $left->count()));
        try {
            return $this->takeAll($task, $left) && $this->conclude($task);
        } catch (UnableToCopy $reason) {
            $task->fail($reason->getMessage());

            return false;
        }
    }

    /**
     * @param  Builder<PlannedRename>  $left
     *
     * @throws UnableToCopy
     */
    private function takeAll(Task $task, Builder $left): bool
    {
        $done = $task->total - $left->count();
        $next = fn (): Collection => $this->independent($left->clone()->orderBy('id')->limit(self::TOGETHER)->get());
        while (($steps = $next())->isNotEmpty()) {
            $this->take($steps);
            if (! $task->reach($done += $steps->count()) || $this->isTurnOver()) {
                return false;
            }
        }

        return true;
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
        if ($refused->isNotEmpty()) {
            $task->fail(self::refusedInWords($refused));
        }

        return $refused->isEmpty();
    }

    /** @param  Collection<int, PlannedRename>  $refused */
    private static function refusedInWords(Collection $refused): string
    {
        $names = $refused
            ->take(self::NAMED)
            ->map(fn (PlannedRename $step): string => basename($step->to_path))
            ->implode(', ');
        $keep = $refused->count() === 1 ? 'file keeps its name' : 'files keep their names';
        $more = $refused->count() > self::NAMED ? ' and more' : '';
        $why = "because something else stands where they were to go: {$names}{$more}";

        return number_format($refused->count())." {$keep}, {$why}. Nothing was overwritten.";
    }

    /**
     * @param  Collection<int, PlannedRename>  $steps
     *
     * @throws UnableToCopy
     */
    private function take(Collection $steps): void
    {
        $files = CardFile::query()->whereIn('id', $steps->pluck('file_id')->filter())->get()->keyBy('id')->all();
        $places = $this->placesOf($steps);
        $pairs = $this->pairs($steps, $files);
        $named = $this->linkAll($steps, $files, $places, $pairs);
        $this->record($named, $files, $pairs);
        foreach ($named as $step) {
            foreach ($places[$step->id] as $place) {
                $this->removeOld($place, $pairs[$step->id]);
            }
        }
        PlannedRename::query()->whereIntegerInRaw('id', array_column($named, 'id'))->delete();
    }

    /**
     * Gives the files their new names beside the old ones. A step is refused where something else is.
     *
     * @param  Collection<int, PlannedRename>  $steps
     * @param  array<int, CardFile>  $files
     * @param  array<int, list<Place>>  $places  by step
     * @param  array<int, array<string, string>>  $pairs  by step
     * @return list<PlannedRename> those whose files have them
     */
    private function linkAll(Collection $steps, array $files, array $places, array $pairs): array
    {
        $hashes = Version::query()->whereIn('id', $steps->pluck('version_id')->filter())->pluck('hash', 'id');
        $named = [];
        foreach ($steps as $step) {
            $hash = (string) ($files[(int) $step->file_id]->hash ?? ($hashes[$step->version_id] ?? ''));
            $isDone = $step->state !== RenameState::Planned;
            if ($isDone || $this->link($places[$step->id], $pairs[$step->id], $hash)) {
                $named[] = $step;
            } else {
                $step->update(['state' => RenameState::Refused]);
            }
        }

        return $named;
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
     * Only the same file under its old name: whatever else is there by now is somebody's.
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
            if (($files[(int) $step->file_id] ?? null)?->kind->isPicture() === true) {
                $beside[$step->id] = self::sidecars($step->from_path, $step->to_path);
            }
        }
        $sidecars = array_merge([], ...array_map(array_keys(...), array_values($beside)));
        $originals = CardFile::query()->whereIn('destination', $sidecars)->pluck('destination', 'destination')->all();
        foreach ($beside as $id => $own) {
            $pairs[$id] += array_diff_key($own, $originals);
        }

        return $pairs;
    }

    /** @return array<string, string> */
    private static function sidecars(string $from, string $to): array
    {
        return [
            Renaming::stem($from).'.xmp' => Renaming::stem($to).'.xmp',
            "{$from}.xmp" => "{$to}.xmp",
        ];
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
     * @param  string|null  $hash  of what is to be there; null for sidecars
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
    private function placesOf(Collection $steps): array
    {
        $copies = self::places(Copy::query(), 'file_id', $steps);
        $ofVersions = self::places(VersionCopy::query(), 'version_id', $steps);
        $byStep = [];
        foreach ($steps as $step) {
            $own = $step->version_id === null ? $copies[$step->file_id] ?? [] : $ofVersions[$step->version_id] ?? [];
            $byStep[$step->id] = array_map(
                fn (string $name): Place => $this->places[$name] ?? throw UnableToCopy::isAway($name),
                $own,
            );
        }

        return $byStep;
    }

    /**
     * @param  Builder<Copy>|Builder<VersionCopy>  $copies
     * @param  Collection<int, PlannedRename>  $steps
     * @return array<int, list<string>> file or version => names of places
     */
    private static function places(Builder $copies, string $column, Collection $steps): array
    {
        $places = [];
        $ids = $steps->pluck($column)->filter()->all();
        foreach ($copies->toBase()->whereIntegerInRaw($column, $ids)->get([$column, 'place']) as $copy) {
            $places[(int) $copy->{$column}][] = (string) $copy->place;
        }

        return $places;
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
