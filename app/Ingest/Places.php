<?php

declare(strict_types=1);

namespace App\Ingest;

use Illuminate\Database\Eloquent\Collection;
use Kanpai\Core\Card\UnableToCopy;

/** The places of a studio: those of the configuration, and the disks that it added. */
final class Places
{
    /** @return Collection<int, Place> those in use first, in the order in which they were added; without bags */
    public function all(int $studio): Collection
    {
        return $this->withBags($studio)->where('is_bag', false)->values();
    }

    /** @return Collection<int, Place> with the originals of archived shoots, which are read from and never written to */
    public function withBags(int $studio): Collection
    {
        $this->takeOver();

        return Place::query()->where(fn ($query) => $query->where('studio_id', $studio)->orWhereIn('name', $this->configured())->whereNull('studio_id'))
            ->orderByRaw('left_out_at IS NOT NULL')->orderBy('id')->get();
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
     * @return list<string>
     */
    public function free(int $studio): array
    {
        $taken = Place::query()->pluck('path')->all();
        $free = [];
        foreach ((array) config('kanpai.place_roots') as $root) {
            foreach (glob($root.'/*', GLOB_ONLYDIR) ?: [] as $folder) {
                if (! is_link($folder) && ! in_array($folder, $taken, true)) {
                    $free[] = $folder;
                }
            }
        }

        return $free;
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
        $wanted = [];
        foreach ($places as $place) {
            try {
                $place->open();
            } catch (UnableToCopy $reason) {
                $troubles[$place->name] = $reason;

                continue;
            }
            $disk = $place->disk();
            $wanted[$disk] = ($wanted[$disk] ?? 0) + ($needs[$place->name] ?? 0);
            $room = $place->room();
            if ($room !== null && $wanted[$disk] > $room) {
                $troubles[$place->name] = UnableToCopy::isFull($place->name, $room, $wanted[$disk]);
            }
        }

        return $troubles;
    }

    /** The configuration is the truth about its own places. */
    private function takeOver(): void
    {
        $known = Place::query()->whereNull('studio_id')->get()->keyBy('name');
        foreach ((array) config('kanpai.places') as $name => $path) {
            $place = $known->get($name);
            if ($place === null) {
                Place::named((string) $name, (string) $path);
            } elseif ($place->path !== $path) {
                $place->update(['path' => $path]);
            }
        }
    }

    /** @return list<string> */
    private function configured(): array
    {
        return array_map(strval(...), array_keys((array) config('kanpai.places')));
    }
}
