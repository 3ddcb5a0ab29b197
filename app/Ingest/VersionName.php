<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Copies\Place;
use App\Copies\Places;
use App\Frames\CardFile;
use App\Frames\Frame;
use App\Frames\Version;

/** Where a version is in every place. */
final readonly class VersionName
{
    public function __construct(private Places $places)
    {
    }

    /**
     * Beside the frame's own file, under the name it came with, unless something else is there.
     *
     * @param  string  $hash  xxh128 of the version
     */
    public function free(Frame $frame, string $name, string $hash): string
    {
        $safe = trim((string) preg_replace('/[\x00-\x1F\/\\\\:*?"<>|]+/', '_', mb_scrub(basename($name))), '. ');
        $stem = mb_substr(pathinfo($safe, PATHINFO_FILENAME), 0, 120) ?: "frame-{$frame->id}";
        $ending = strtolower(pathinfo($safe, PATHINFO_EXTENSION)) ?: 'jpg';
        $folder = self::folder($frame);
        for ($n = 1; ; $n++) {
            $path = "{$folder}/{$stem}".($n === 1 ? '' : "-{$n}").".{$ending}";
            if ($this->isFree($frame, $path, $hash)) {
                return $path;
            }
        }
    }

    private static function folder(Frame $frame): string
    {
        $own = $frame->files()->where('is_main', true)->with('sameAs')->first();

        return $own instanceof CardFile ? dirname(($own->sameAs ?? $own)->destination ?: $own->path) : 'versions';
    }

    /** Whether nothing else is there, by the record or on a disk. */
    private function isFree(Frame $frame, string $path, string $hash): bool
    {
        $places = $this->places->used($frame->shoot->studio_id)->filter(fn (Place $place): bool => $place->isThere());
        $isFreeIn = fn (Place $place): bool => ! file_exists("{$place->path}/{$path}") ||
            hash_file('xxh128', "{$place->path}/{$path}") === $hash;
        $others = Version::query()
            ->where('destination', $path)
            ->where(fn ($versions) => $versions->where('hash', '<>', $hash)->orWhere('frame_id', '<>', $frame->id));

        return $places->every($isFreeIn) &&
            $others->doesntExist() &&
            CardFile::query()->where('destination', $path)->doesntExist();
    }
}
