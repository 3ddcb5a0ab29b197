<?php

declare(strict_types=1);

namespace App\Archive;

use App\Copies\Copy;
use App\Copies\Disk;
use App\Copies\Place;
use App\Copies\Places;
use App\Copies\VerifiedCopy;
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

            return $this->verify($task, $bag, $payload) && $this->take($task, $bag, $shoot, $payload);
        } catch (InvalidBag|UnableToArchive $reason) {
            $bag->update(['state' => BagState::Refused, 'problem' => mb_substr($reason->getMessage(), 0, 1000)]);
            $task->fail($reason->getMessage());
        } catch (UnableToCopy $reason) {
            $task->fail($reason->getMessage());
        }

        return false;
    }

    /** @param  array<string, string>  $payload */
    private function take(Task $task, Bag $bag, Shoot $shoot, array $payload): bool
    {
        $this->record($bag, $shoot);

        return $this->files($task, $bag, $shoot->refresh(), $payload);
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
        $record = ShootRecord::read((string) file_get_contents($bag->folder()->path.'/'.BagFolder::RECORD));
        $uuid = is_string($record['shoot']['uuid'] ?? null)
            ? $record['shoot']['uuid']
            : throw UnableToArchive::unknownRecord();
        $there = Shoot::query()->where('uuid', $uuid)->first();
        if ($there !== null) {
            throw UnableToArchive::isHere($there->name);
        }
        app(RecordImport::class)->into($shoot, $record);
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
        $this->conclude($bag, $shoot, count($payload));

        return true;
    }

    private function conclude(Bag $bag, Shoot $shoot, int $files): void
    {
        $this->endDeliveries($shoot);
        $bytes = array_sum($bag->folder()->files());
        $bag->update(['files_count' => $files, 'bytes' => $bytes, 'made_at' => $bag->made_at ?? now()]);
        app(Archiving::class)->isWhole($bag->setRelation('shoot', $shoot));
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
        $files = CardFile::query()
            ->whereIn('card_id', Card::query()->where('shoot_id', $shoot->id)->select('id'))
            ->whereNotNull('hash')
            ->where('destination', '<>', '')
            ->orderBy('id')
            ->get()
            ->values();
        foreach ($files->slice(max(0, $task->reached('files') - $checked)) as $at => $file) {
            $copies = Copy::query()->where('file_id', $file->id)->pluck('place')->all();
            $missing = $places->whereNotIn('name', $copies);
            foreach ($this->toPlaces($missing, $bag, $file->destination, (string) $file->hash) as $place) {
                $file->copies()->create(['place' => $place, ...self::proof((string) $file->hash)]);
            }
            $task->note(['files' => $checked + $at + 1]);
            if (! $next()) {
                return false;
            }
        }

        return true;
    }

    /** @return array<string, mixed> */
    private static function proof(string $hash): array
    {
        return ['hash' => $hash, 'verified_at' => now()];
    }

    /** @param  Collection<int, Place>  $places */
    private function versions(Bag $bag, Shoot $shoot, Collection $places): void
    {
        $versions = Version::query()
            ->whereNotNull('hash')
            ->whereHas('frame', fn ($frames) => $frames->where('shoot_id', $shoot->id))
            ->with('copies')
            ->get();
        foreach ($versions as $version) {
            $missing = $places->whereNotIn('name', $version->copies->pluck('place'));
            foreach ($this->toPlaces($missing, $bag, $version->destination, (string) $version->hash) as $place) {
                $version->copies()->create(['place' => $place, ...self::proof((string) $version->hash)]);
            }
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
     * Copies a file of the bag, if it is in it.
     *
     * @param  iterable<Place>  $places
     * @return \Generator<int, string> names of the places in which it is then, read back
     *
     * @throws UnableToCopy
     */
    private function toPlaces(iterable $places, Bag $bag, string $destination, string $hash): \Generator
    {
        $source = $bag->folder()->path.'/'.BagFolder::ORIGINALS.'/'.$destination;
        foreach (is_file($source) ? $places : [] as $place) {
            $place->open();
            app(VerifiedCopy::class)->put($source, $place->name, "{$place->path}/{$destination}", $hash);
            yield $place->name;
        }
    }

    /** @param  iterable<Place>  $places */
    private function sidecars(Bag $bag, Shoot $shoot, iterable $places): void
    {
        $record = ShootRecord::read((string) file_get_contents($bag->folder()->path.'/'.BagFolder::RECORD));
        $first = (int) (array_column($record['tables']['frames'] ?? [], 'id')[0] ?? 0);
        $moved = (int) DB::table('frames')->where('shoot_id', $shoot->id)->min('id') - $first;
        foreach ($record['tables']['sidecars'] ?? [] as $row) {
            $facts = [
                'frame_id' => (int) $row['frame_id'] + $moved,
                'path' => (string) ShootRecord::bytes($row['path']),
                'written' => $row['written'],
                'theirs' => $row['theirs'],
            ];
            Manifest::stays($facts['path']);
            foreach ($places as $place) {
                $this->sidecar($bag->folder()->path.'/'.BagFolder::ORIGINALS.'/'.$facts['path'], $place, $facts);
            }
        }
    }

    /**
     * One that is in a place already is left as it is.
     *
     * @param  array{path: string, ...}  $facts
     */
    private function sidecar(string $source, Place $place, array $facts): void
    {
        if (! is_file($source)) {
            return;
        }
        $target = "{$place->path}/{$facts['path']}";
        if (! is_file($target)) {
            app(VerifiedCopy::class)->put($source, $place->name, $target, (string) hash_file('xxh128', $source));
        }
        DB::table('sidecars')->insertOrIgnore([
            ...$facts,
            'place' => $place->name,
            'path_hash' => hash('xxh128', $facts['path']),
            'hash' => hash_file('xxh128', $target),
        ]);
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
