<?php

declare(strict_types=1);

namespace App\Archive;

use App\Copies\Copy;
use App\Copies\Disk;
use App\Copies\Place;
use App\Copies\Places;
use App\Copies\VersionCopy;
use App\Deliver\Delivery;
use App\Frames\CardFile;
use App\Frames\Version;
use App\Ingest\Card;
use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Archive\InvalidBag;
use Kanpai\Core\Archive\Manifest;
use Kanpai\Core\Copies\UnableToCopy;

/**
 * Takes a bag in: reads every file of it and compares, then writes its record into the database, then copies the
 * originals to the places, each read back there. A bag that is not whole brings nothing.
 */
final class TakeInBag extends WorkInTurns
{
    public const KIND = 'bag-in';

    protected function turn(Task $task): bool
    {
        $bag = $task->about(Bag::class);
        $shoot = Shoot::query()->with('studio')->findOrFail($task->shoot_id);
        try {
            $payload = $bag->folder()->complete();
            $task->begin(2 * count($payload));
            if (! $this->verify($task, $bag, $payload)) {
                return false;
            }
            $this->record($bag, $shoot);

            return $this->files($task, $bag, $shoot->refresh(), $payload);
        } catch (InvalidBag|UnableToArchive $reason) {
            $bag->update(['state' => BagState::Refused, 'problem' => mb_substr($reason->getMessage(), 0, 1000)]);
            $task->fail($reason->getMessage());
        } catch (UnableToCopy $reason) {
            $task->fail($reason->getMessage());
        }

        return false;
    }

    /** Of a bag that was refused nothing stays. */
    protected function over(Task $task): void
    {
        $bag = Bag::query()->find($task->subject_id);
        if ($bag?->state === BagState::Refused) {
            $shoot = $bag->shoot;
            $bag->update(['shoot_id' => null]);
            $shoot?->delete();
        }
    }

    /** @param  array<string, string>  $payload */
    private function verify(Task $task, Bag $bag, array $payload): bool
    {
        $paths = array_keys($payload);
        for ($at = $task->reached('files'); $at < count($paths); $at++) {
            $path = (string) $paths[$at];
            if (! $bag->folder()->isAsItWas($path, $payload[$path])) {
                throw InvalidBag::changed([$path]);
            }
            $task->note(['files' => $at + 1]);
            if (! $task->reach($at + 1) || $this->isTurnOver()) {
                return false;
            }
        }

        return true;
    }

    /** Once; what was written before a kill is written wholly or not at all. */
    private function record(Bag $bag, Shoot $shoot): void
    {
        if ($shoot->uuid !== null) {
            return;
        }
        $said = ShootRecord::read((string) file_get_contents($bag->folder()->path.'/'.BagFolder::RECORD));
        $uuid = is_string($said['shoot']['uuid'] ?? null)
            ? $said['shoot']['uuid']
            : throw UnableToArchive::unknownRecord();
        $there = Shoot::query()->where('uuid', $uuid)->first();
        if ($there !== null) {
            throw UnableToArchive::isHere($there->name);
        }
        app(RecordImport::class)->into($shoot, $said);
    }

    /** @param  array<string, string>  $payload */
    private function files(Task $task, Bag $bag, Shoot $shoot, array $payload): bool
    {
        $places = app(Places::class)->used($shoot->studio_id);
        $done = max(count($payload), min($task->reached('files'), 2 * count($payload)));
        $next = function () use ($task, &$done, $payload): bool {
            $done = min(2 * count($payload), $done + 1);

            return $task->reach($done) && ! $this->isTurnOver();
        };
        if (! $this->originals($task, $bag, $shoot, $places, count($payload), $next)) {
            return false;
        }
        $this->versions($bag, $shoot, $places);
        $this->sidecars($bag, $shoot, $places);
        if (! $this->pictures($bag, array_map(strval(...), array_keys($payload)), $next)) {
            return false;
        }
        $this->endDeliveries($shoot);
        $bag->update([
            'files_count' => count($payload),
            'bytes' => array_sum($bag->folder()->files()),
            'made_at' => $bag->made_at ?? now(),
        ]);
        app(Archiving::class)->isWhole($bag->setRelation('shoot', $shoot));

        return true;
    }

    /**
     * Copies of the originals into the places of the studio. The checkpoint says how far it has come.
     *
     * @param  Collection<int, Place>  $places
     * @param  callable(): bool  $next
     */
    private function originals(
        Task $task,
        Bag $bag,
        Shoot $shoot,
        Collection $places,
        int $checked,
        callable $next,
    ): bool {
        $originals = $bag->folder()->path.'/'.BagFolder::ORIGINALS;
        $files = CardFile::query()
            ->whereIn('card_id', Card::query()->where('shoot_id', $shoot->id)->select('id'))
            ->whereNotNull('hash')
            ->where('destination', '<>', '')
            ->orderBy('id')
            ->get()
            ->values();
        foreach ($files->slice(max(0, $task->reached('files') - $checked)) as $at => $file) {
            if (is_file("{$originals}/{$file->destination}")) {
                $this->toPlaces(
                    $places,
                    "{$originals}/{$file->destination}",
                    $file->destination,
                    (string) $file->hash,
                    fn (string $place): bool => Copy::query()
                        ->where(['file_id' => $file->id, 'place' => $place])
                        ->exists(),
                    fn (string $place) => Copy::query()->updateOrCreate(
                        ['file_id' => $file->id, 'place' => $place],
                        ['hash' => (string) $file->hash, 'verified_at' => now()],
                    ),
                );
            }
            $task->note(['files' => $checked + $at + 1]);
            if (! $next()) {
                return false;
            }
        }

        return true;
    }

    /** @param  Collection<int, Place>  $places */
    private function versions(Bag $bag, Shoot $shoot, Collection $places): void
    {
        $versions = Version::query()
            ->whereNotNull('hash')
            ->whereHas('frame', fn ($frames) => $frames->where('shoot_id', $shoot->id))
            ->get();
        foreach ($versions as $version) {
            $this->toPlaces(
                $places,
                $bag->folder()->path.'/'.BagFolder::ORIGINALS."/{$version->destination}",
                $version->destination,
                (string) $version->hash,
                fn (string $place): bool => VersionCopy::query()
                    ->where(['version_id' => $version->id, 'place' => $place])
                    ->exists(),
                fn (string $place) => VersionCopy::query()->updateOrCreate(
                    ['version_id' => $version->id, 'place' => $place],
                    ['hash' => (string) $version->hash, 'verified_at' => now()],
                ),
            );
        }
    }

    /**
     * Previews and contact sheets, to where the installation keeps them.
     *
     * @param  list<string>  $paths  in the bag
     * @param  callable(): bool  $next
     */
    private function pictures(Bag $bag, array $paths, callable $next): bool
    {
        $folders = ['data/pictures/' => config('kanpai.pictures'), 'data/sheets/' => config('kanpai.sheets')];
        foreach ($paths as $path) {
            foreach ($folders as $below => $folder) {
                $target = $folder.'/'.substr($path, strlen($below));
                if (! str_starts_with($path, $below) || is_file($target)) {
                    continue;
                }
                self::copy($bag->folder()->path.'/'.$path, $target);
                if (! $next()) {
                    return false;
                }
            }
        }

        return true;
    }

    /** The files of deliveries are no part of a bag; who got what is. */
    private function endDeliveries(Shoot $shoot): void
    {
        foreach (Delivery::query()->where('shoot_id', $shoot->id)->whereNull('freed_at')->get() as $delivery) {
            if (! is_dir($delivery->folder())) {
                $delivery->update(['freed_at' => now()]);
            }
        }
    }

    /**
     * @param  iterable<Place>  $places
     * @param  callable(string): bool  $isKnown
     * @param  callable(string): mixed  $note
     *
     * @throws UnableToCopy
     */
    private function toPlaces(
        iterable $places,
        string $source,
        string $destination,
        string $hash,
        callable $isKnown,
        callable $note,
    ): void {
        foreach ($places as $place) {
            if ($isKnown($place->name)) {
                continue;
            }
            $place->open();
            $target = "{$place->path}/{$destination}";
            if (is_file($target) && hash_file('xxh128', $target) !== $hash) {
                // Something else stands there: nothing is written over.
                throw UnableToCopy::cannotWrite($place->name, $destination);
            }
            if (! is_file($target)) {
                self::copy($source, $target);
                Disk::sync($target);
                Disk::syncFolder(dirname($target));
                Disk::forget($target);
            }
            if (hash_file('xxh128', $target) !== $hash) {
                throw UnableToCopy::cannotWrite($place->name, $destination);
            }
            $note($place->name);
        }
    }

    /** @param  iterable<Place>  $places */
    private function sidecars(Bag $bag, Shoot $shoot, iterable $places): void
    {
        $said = ShootRecord::read((string) file_get_contents($bag->folder()->path.'/'.BagFolder::RECORD));
        $first = fn (string $table): int => (int) (array_column($said['tables'][$table] ?? [], 'id')[0] ?? 0);
        $moved = (int) DB::table('frames')->where('shoot_id', $shoot->id)->min('id') - $first('frames');
        foreach ($said['tables']['sidecars'] ?? [] as $row) {
            $path = (string) ShootRecord::bytes($row['path']);
            Manifest::stays($path);
            $source = $bag->folder()->path.'/'.BagFolder::ORIGINALS.'/'.$path;
            foreach (is_file($source) ? $places : [] as $place) {
                if (! is_file("{$place->path}/{$path}")) {
                    self::copy($source, "{$place->path}/{$path}");
                }
                DB::table('sidecars')->insertOrIgnore([
                    'frame_id' => (int) $row['frame_id'] + $moved,
                    'place' => $place->name,
                    'path' => $path,
                    'path_hash' => hash('xxh128', $path),
                    'hash' => hash_file('xxh128', "{$place->path}/{$path}"),
                    'written' => $row['written'],
                    'theirs' => $row['theirs'],
                ]);
            }
        }
    }

    private static function copy(string $source, string $target): void
    {
        if (! is_dir(dirname($target))) {
            @mkdir(dirname($target), 0755, true);
        }
        $part = Disk::temporary($target);
        if (! @copy($source, $part)) {
            @unlink($part);
            throw UnableToArchive::diskRefused(basename($target));
        }
        touch($part, (int) filemtime($source));
        rename($part, $target);
    }
}
