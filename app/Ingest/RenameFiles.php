<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Captions\SidecarFile;
use App\Studio\Task;
use App\Studio\TaskState;
use App\Studio\WorkInTurns;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Card\FileKind;
use Kanpai\Core\Card\UnableToCopy;

/**
 * Renames files in all places, one by one: first the new name beside the old one, then the record, then the old name
 * goes. Whoever is killed in between leaves a file at the path that the record names.
 */
final class RenameFiles extends WorkInTurns
{
    /** Names that are told where something was in the way. */
    private const NAMED = 5;

    /** @var array<string, Place> */
    private array $places = [];

    protected function turn(Task $task): bool
    {
        // What had begun before this one comes to its end; what begins later waits.
        if ($task->ofStudio()->where('state', TaskState::Running)->where('kind', '<>', 'look')->whereKeyNot($task->id)->exists()) {
            return $this->waitFor(1);
        }
        $this->places = app(CopyRemoval::class)->standing($task->shoot->studio_id);
        $left = PlannedRename::query()->where('shoot_id', $task->shoot_id)->where('state', '<>', RenameState::Refused);
        $task->begin(max($task->total, $left->count()));
        $done = $task->total - $left->count();
        foreach ($left->orderBy('id')->lazyById(200) as $step) {
            try {
                app(CopyRemoval::class)->alone($step->file_id ?? "version-{$step->version_id}", fn () => $this->take($step));
            } catch (UnableToCopy $reason) {
                $task->fail($reason->getMessage());

                return false;
            }
            if (! $task->reach(++$done) || $this->isTurnOver()) {
                return false;
            }
        }

        return $this->conclude($task);
    }

    private function conclude(Task $task): bool
    {
        $refused = PlannedRename::query()->where(['shoot_id' => $task->shoot_id, 'state' => RenameState::Refused])->orderBy('id')->get();
        if ($refused->isEmpty()) {
            return true;
        }
        $names = $refused->take(self::NAMED)->map(fn (PlannedRename $step): string => basename($step->to_path))->implode(', ');
        $task->fail(number_format($refused->count()).($refused->count() === 1 ? ' file keeps its name' : ' files keep their names').", because something else stands where they were to go: {$names}".($refused->count() > self::NAMED ? ' and more' : '').'. Nothing was overwritten.');

        return false;
    }

    /** @throws UnableToCopy */
    private function take(PlannedRename $step): void
    {
        $pairs = $this->pairs($step);
        if ($step->state === RenameState::Planned) {
            if (! $this->link($step, $pairs)) {
                $step->update(['state' => RenameState::Refused]);

                return;
            }
            DB::transaction(function () use ($step, $pairs): void {
                $this->note($step, $pairs);
                $step->update(['state' => RenameState::Named]);
            });
        }
        foreach ($this->standing($step) as $place) {
            foreach ($pairs as $from => $to) {
                if (self::isThere("{$place->path}/{$to}")) {
                    app(CopyRemoval::class)->unlink($place, $from);
                }
            }
        }
        $step->delete();
    }

    /**
     * The file itself, and the sidecars beside it that the card did not bring.
     *
     * @return array<string, string> path below a place => the new one
     */
    private function pairs(PlannedRename $step): array
    {
        $pairs = [$step->from_path => $step->to_path];
        $file = $step->file_id === null ? null : CardFile::query()->find($step->file_id);
        if ($file !== null && in_array($file->kind, [FileKind::Jpeg, FileKind::Raw], true)) {
            $sidecars = [Renaming::stem($step->from_path).'.xmp' => Renaming::stem($step->to_path).'.xmp', "{$step->from_path}.xmp" => "{$step->to_path}.xmp"];
            $pairs += array_diff_key($sidecars, array_flip(CardFile::query()->whereIn('destination', array_keys($sidecars))->pluck('destination')->all()));
        }

        return $pairs;
    }

    /**
     * Gives the files their new names beside the old ones, in every place or in none.
     *
     * @param  array<string, string>  $pairs
     */
    private function link(PlannedRename $step, array $pairs): bool
    {
        $linked = [];
        foreach ($this->standing($step) as $place) {
            foreach ($pairs as $from => $to) {
                [$old, $new] = ["{$place->path}/{$from}", "{$place->path}/{$to}"];
                if (! self::isThere($old) || self::isSame($old, $new)) {
                    continue;
                }
                if (self::isThere($new) || ! self::folder(dirname($new)) || ! (@link($old, $new) || @rename($old, $new))) {
                    foreach ($linked as [$place, $from, $to]) {
                        // A disk without links has the file under its new name alone.
                        self::isThere("{$place->path}/{$from}") ? app(CopyRemoval::class)->unlink($place, $to) : @rename("{$place->path}/{$to}", "{$place->path}/{$from}");
                    }

                    return false;
                }
                $linked[] = [$place, $from, $to];
            }
        }

        return true;
    }

    /** @param  array<string, string>  $pairs */
    private function note(PlannedRename $step, array $pairs): void
    {
        if ($step->version_id !== null) {
            Version::query()->whereKey($step->version_id)->update(['destination' => $step->to_path, 'name' => basename($step->to_path)]);

            return;
        }
        $file = CardFile::query()->findOrFail($step->file_id);
        $file->update(['destination' => $step->to_path, ...($step->number === null ? [] : ['number' => $step->number])]);
        if ($file->frame_id === null) {
            return;
        }
        if ($file->is_main && $step->number !== null) {
            Naming::rename($file->frame_id, $step->to_path);
        }
        foreach ($pairs as $from => $to) {
            SidecarFile::query()->where(['frame_id' => $file->frame_id, 'path' => $from])->update(['path' => $to, 'path_hash' => hash('xxh128', $to)]);
        }
    }

    /**
     * @return list<Place> those in which copies of it stand
     *
     * @throws UnableToCopy where one of them is not there any more
     */
    private function standing(PlannedRename $step): array
    {
        $names = $step->version_id === null ? Copy::query()->where('file_id', $step->file_id)->pluck('place') : VersionCopy::query()->where('version_id', $step->version_id)->pluck('place');

        return array_map(fn (mixed $name): Place => $this->places[(string) $name] ?? throw UnableToCopy::isAway((string) $name), array_values($names->all()));
    }

    private static function isThere(string $path): bool
    {
        clearstatcache(true, $path);

        return file_exists($path);
    }

    private static function isSame(string $one, string $other): bool
    {
        $inode = fn (string $path): array => array_intersect_key(self::isThere($path) ? stat($path) ?: [] : [], ['dev' => 0, 'ino' => 0]);

        return $inode($one) !== [] && $inode($one) === $inode($other);
    }

    private static function folder(string $path): bool
    {
        return is_dir($path) || @mkdir($path, 0755, true) || is_dir($path);
    }
}
