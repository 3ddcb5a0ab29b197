<?php

declare(strict_types=1);

namespace App\Archive;

use App\Copies\Copy;
use App\Copies\Place;
use App\Copies\VersionCopy;
use App\Frames\CardFile;
use App\Frames\Version;
use App\Ingest\Card;
use App\Studio\Shoot;
use App\Studio\Studio;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Deliver\DeliveredName;

/**
 * Archives shoots and takes them in again. A bag that was read and found whole counts in the ledger of copies as a
 * place of its own: its originals are verified there.
 */
final class Archiving
{
    public function start(Shoot $shoot): Bag
    {
        return DB::transaction(function () use ($shoot): Bag {
            $locked = Shoot::query()->whereKey($shoot->id)->lockForUpdate()->firstOrFail();
            $locked->update(['uuid' => $locked->uuid ?? (string) Str::uuid()]);
            $begun = Bag::query()
                ->where(['shoot_id' => $shoot->id, 'state' => BagState::Making])
                ->first();
            $bag = $begun ?? Bag::query()->create([
                'uuid' => (string) Str::uuid(),
                'studio_id' => $shoot->studio_id,
                'shoot_id' => $shoot->id,
                'name' => self::freeName($shoot),
                'state' => BagState::Making,
            ]);
            MakeBag::open($bag, 'Archiving the shoot');

            return $bag;
        });
    }

    /** By the shoot and the day, with a number where there is such a one already. */
    private static function freeName(Shoot $shoot): string
    {
        $plain = DeliveredName::slug($shoot->name).'-'.now()->format('Y-m-d');
        $isTaken = fn (string $name): bool => is_dir(config('kanpai.archive')."/{$shoot->studio_id}/{$name}") ||
            Bag::query()
                ->where(['studio_id' => $shoot->studio_id, 'name' => $name])
                ->exists();
        for ($n = 1, $name = $plain; $isTaken($name); $name = $plain.'-'.++$n);

        return $name;
    }

    /** Has it read again. */
    public function check(Bag $bag): void
    {
        if (($bag->shoot !== null && $bag->task()?->isUnderWay() !== true) || $bag->state === BagState::Made) {
            $bag->shoot ?? throw UnableToArchive::unknownRecord();
            CheckBag::open($bag, 'Reading the archive again', $bag->files_count);
        }
    }

    /** It was read, and every file is as it was: its originals are verified copies. */
    public function isWhole(Bag $bag): void
    {
        DB::transaction(function () use ($bag): void {
            $bag->update(['state' => BagState::Checked, 'checked_at' => now(), 'problem' => null]);
            Place::query()->updateOrCreate(
                ['key' => "{$bag->studio_id}:{$bag->place()}"],
                [
                    'studio_id' => $bag->studio_id,
                    'name' => $bag->place(),
                    'path' => $bag->folder()->path.'/'.BagFolder::ORIGINALS,
                    'marker' => $bag->uuid,
                    'is_bag' => true,
                    'left_out_at' => now(),
                ],
            );
        });
        $this->noteCopies($bag);
        $this->evaluate($bag);
    }

    private function noteCopies(Bag $bag): void
    {
        $isIn = fn (string $destination): bool => is_file(
            $bag->folder()->path.'/'.BagFolder::ORIGINALS."/{$destination}",
        );
        foreach ($this->originals($bag) as $file) {
            $own = $file->sameAs ?? $file;
            if ($isIn((string) $own->destination)) {
                self::note($own->copies(), $bag, (string) $own->hash);
            }
        }
        $ofShoot = fn (Builder $frames) => $frames->where('shoot_id', $bag->shoot_id);
        foreach (Version::query()->whereNotNull('hash')->whereHas('frame', $ofShoot)->get() as $version) {
            if ($isIn($version->destination)) {
                self::note($version->copies(), $bag, (string) $version->hash);
            }
        }
    }

    /** @param  HasMany<Copy, CardFile>|HasMany<VersionCopy, Version>  $copies */
    private static function note(HasMany $copies, Bag $bag, string $hash): void
    {
        $copies->updateOrCreate(['place' => $bag->place()], ['hash' => $hash, 'verified_at' => now()]);
    }

    /** It is not what it was: nothing in it counts as verified until it is read and found whole. */
    public function isDamaged(Bag $bag, string $why): void
    {
        $bag->update(['state' => BagState::Damaged, 'problem' => mb_substr($why, 0, 1000)]);
        Copy::query()
            ->where('place', $bag->place())
            ->whereIn('file_id', $this->originals($bag)->map(fn (CardFile $file): int => ($file->sameAs ?? $file)->id))
            ->delete();
        VersionCopy::query()->where('place', $bag->place())->delete();
        $this->evaluate($bag);
    }

    /**
     * Bags in the studio's folder of the archive of which nothing is known here.
     *
     * @return list<string> names of their folders
     */
    public function unknown(Studio $studio): array
    {
        $known = Bag::query()
            ->where('studio_id', $studio->id)
            ->where('state', '<>', BagState::Refused)
            ->pluck('name')
            ->all();
        $found = array_map(
            basename(...),
            array_filter(
                glob(config('kanpai.archive')."/{$studio->id}/*", GLOB_ONLYDIR) ?: [],
                fn (string $folder): bool => is_file($folder.'/bagit.txt'),
            ),
        );

        return array_values(array_diff($found, $known));
    }

    /** Takes a bag in as a shoot of the studio: read wholly first, then its record, then its files. */
    public function takeIn(Studio $studio, string $name): Bag
    {
        return DB::transaction(function () use ($studio, $name): Bag {
            // Two who take it in at once take it in once.
            Studio::query()->whereKey($studio->id)->lockForUpdate()->first();
            $bag = Bag::query()->firstOrNew(['studio_id' => $studio->id, 'name' => $name]);
            if ($bag->exists && $bag->state !== BagState::Refused) {
                return $bag;
            }
            $bag->uuid ??= (string) Str::uuid();
            $shoot = self::arriving($studio, $bag);
            $bag->fill(['state' => BagState::Arriving, 'shoot_id' => $shoot->id, 'problem' => null])->save();
            TakeInBag::open($bag, 'Taking in the archive');

            return $bag;
        });
    }

    /** An empty shoot that the record of a bag will fill. */
    private static function arriving(Studio $studio, Bag $bag): Shoot
    {
        return $studio
            ->shoots()
            ->create([
                'name' => mb_substr($bag->folder()->info()['external-description'] ?? $bag->name, 0, 100),
                'client' => '',
                'venue' => '',
                'zone' => 'UTC',
                'held_on' => now()->format('Y-m-d'),
            ]);
    }

    /** @return \Illuminate\Database\Eloquent\Collection<int, CardFile> */
    private function originals(Bag $bag): \Illuminate\Database\Eloquent\Collection
    {
        return CardFile::query()
            ->whereIn('card_id', Card::query()->where('shoot_id', $bag->shoot_id)->select('id'))
            ->whereNotNull('hash')
            ->with('sameAs')
            ->get();
    }

    private function evaluate(Bag $bag): void
    {
        foreach (Card::query()->where('shoot_id', $bag->shoot_id)->with('shoot.studio')->get() as $card) {
            $card->updateSafety();
        }
    }
}
