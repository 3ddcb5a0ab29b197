<?php

declare(strict_types=1);

namespace App\Copies;

use App\Studio\StudioFolders;
use Illuminate\Database\Eloquent\Collection;
use Kanpai\Core\Copies\UnableToCopy;

/** The places of a studio: those of the configuration, and the disks that it added. */
final class Places
{
    /** @return Collection<int, Place> those in use first, in the order in which they were added; without bags */
    public function all(int $studio): Collection
    {
        return $this->withBags($studio)->where('is_bag', false)->values();
    }

    /**
     * @return Collection<int, Place> with the originals of archived shoots, which are read from and never written to
     */
    public function withBags(int $studio): Collection
    {
        $folders = StudioFolders::of($studio);
        $this->takeOver($studio, $folders);
        $configured = $folders->hasConfigured() ? array_keys($folders->places()) : [];

        return Place::query()
            ->where(
                fn ($query) => $query
                    ->where('studio_id', $studio)
                    ->orWhere(fn ($common) => $common->whereNull('studio_id')->whereIn('name', $configured)),
            )
            ->orderByRaw('left_out_at IS NOT NULL')
            ->orderBy('id')
            ->get();
    }

    /** @return Collection<int, Place> those that copies are made to */
    public function used(int $studio): Collection
    {
        return $this->all($studio)->whereNull('left_out_at')->values();
    }

    /** @return array<string, string> name => folder, of all places from which copies are read, bags among them */
    public function folders(int $studio): array
    {
        return $this->withBags($studio)->pluck('path', 'name')->all();
    }

    /**
     * Folders that could become places: they lie directly below the roots that the configuration names.
     *
     * @return array<string, string> key for forms => folder
     */
    public function free(int $studio): array
    {
        return array_diff(StudioFolders::of($studio)->disks(), Place::query()->pluck('path')->all());
    }

    /**
     * Why copies of so many bytes cannot be made, by place: away, read-only, or without room. Places on one disk share
     * its room.
     *
     * @param  iterable<Place>  $places
     * @param  array<string, int>  $needs  name => bytes
     * @return array<string, UnableToCopy>
     */
    public function troubles(iterable $places, array $needs): array
    {
        $troubles = [];
        $required = [];
        foreach ($places as $place) {
            try {
                $place->open();
            } catch (UnableToCopy $reason) {
                $troubles[$place->name] = $reason;

                continue;
            }
            $disk = $place->disk();
            $required[$disk] = ($required[$disk] ?? 0) + ($needs[$place->name] ?? 0);
            $room = $place->room();
            if ($room !== null && $required[$disk] > $room) {
                $troubles[$place->name] = UnableToCopy::isFull($place->name, $room, $required[$disk]);
            }
        }

        return $troubles;
    }

    /** The configuration is the truth about its own places. */
    private function takeOver(int $studio, StudioFolders $folders): void
    {
        $owner = $folders->hasConfigured() ? null : $studio;
        $known = Place::query()->where('studio_id', $owner)->get()->keyBy('name');
        foreach ($folders->places() as $name => $path) {
            $place = $known->get($name);
            if ($place === null) {
                Place::named($name, $path, $owner);
            } elseif ($place->path !== $path) {
                $place->update(['path' => $path]);
            }
        }
    }
}
