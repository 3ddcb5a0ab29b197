<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Copies\Disk;
use App\Copies\Place;
use App\Copies\Places;
use App\Copies\VersionCopy;
use App\Frames\CardFile;
use App\Frames\Frame;
use App\Frames\Version;
use App\Imaging\Picture;
use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;
use App\Imaging\PreviewMaker;
use App\Imaging\UnableToMakePicture;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Copies\UnableToCopy;

/**
 * Takes in pictures that came back for frames, beside the originals, in every place, each read back there; and says
 * which one stands for a frame. Originals are not touched.
 */
final class Versions
{
    public function __construct(private readonly Places $places)
    {
    }

    /**
     * Adds a picture as the newest version of a frame, which stands for it from then on. The same picture twice is one
     * version.
     *
     * @param  string  $path  of the file; it stays
     *
     * @throws UnableToMakePicture when it is no picture that can be read
     * @throws UnableToCopy when no place takes it
     */
    public function add(Frame $frame, string $path, string $name, string $from): Version
    {
        $hash = (string) hash_file('xxh128', $path);
        $known = Version::query()
            ->where(['frame_id' => $frame->id, 'hash' => $hash])
            ->first();
        if ($known !== null) {
            $this->choose($frame, $known);

            return $known;
        }
        // Known by its first bytes before any library opens it.
        $format = self::format($path);
        $picture = PictureReader::file($path);
        $facts = [
            'format' => $format,
            'bytes' => (int) filesize($path),
            'hash' => $hash,
            'width' => $picture->width(),
            'height' => $picture->height(),
            ...$this->pictures($frame, $picture, $hash),
            'came_from' => mb_substr($from, 0, 120),
            'came_at' => now(),
        ];

        // Two that come at once get one number after the other.
        return DB::transaction(function () use ($frame, $path, $name, $hash, $facts): Version {
            $locked = Frame::query()->whereKey($frame->id)->lockForUpdate()->firstOrFail();
            $this->keepOwn($locked);
            $destination = $this->free($locked, $name, $hash);
            $places = $this->copy($locked, $path, $destination, $hash);
            $version = Version::query()->create([
                'frame_id' => $locked->id,
                'number' => 1 + (int) Version::query()->where('frame_id', $locked->id)->max('number'),
                'name' => basename($destination),
                'destination' => $destination,
                ...$facts,
            ]);
            $this->note($version, $places);
            $this->choose($locked, $version);

            return $version;
        });
    }

    /** @param  non-empty-list<string>  $places  in which it was read back */
    private function note(Version $version, array $places): void
    {
        foreach ($places as $place) {
            VersionCopy::query()->create([
                'version_id' => $version->id,
                'place' => $place,
                'hash' => $version->hash,
                'verified_at' => now(),
            ]);
        }
    }

    /** Says which version stands for a frame: on every page, in galleries, in what is delivered. */
    public function choose(Frame $frame, Version $version): void
    {
        Frame::query()
            ->whereKey($frame->id)
            ->update([
                'version_id' => $version->hash === null ? null : $version->id,
                'large_path' => $version->large_path,
                'small_path' => $version->small_path,
                'width' => $version->width,
                'height' => $version->height,
                'best_px' => min(65535, max($version->width, $version->height)),
            ]);
        $frame->refresh()->unsetRelation('version');
    }

    /** What a file is by its first bytes, whatever its name says. */
    private static function format(string $path): string
    {
        $start = (string) file_get_contents($path, length: 12);

        return match (true) {
            str_starts_with($start, "\xFF\xD8\xFF") => 'jpeg',
            str_starts_with($start, "II*\0"), str_starts_with($start, "MM\0*") => 'tiff',
            str_starts_with($start, "\x89PNG\r\n\x1A\n") => 'png',
            default => throw UnableToMakePicture::because(
                'read it',
                'it is no JPEG, TIFF or PNG, whatever its name says',
            ),
        };
    }

    /** The camera's own picture is the first version, so that one can go back to it. */
    private function keepOwn(Frame $frame): void
    {
        if (Version::query()->where('frame_id', $frame->id)->doesntExist()) {
            Version::query()->create([
                'frame_id' => $frame->id,
                'number' => 1,
                'name' => $frame->name,
                'width' => $frame->width,
                'height' => $frame->height,
                'large_path' => $frame->large_path,
                'small_path' => $frame->small_path,
                'came_from' => 'the camera',
                'came_at' => now(),
            ]);
        }
    }

    /** @return array{large_path: string, small_path: string} */
    private function pictures(Frame $frame, Picture $picture, string $hash): array
    {
        $below = 'versions-'.$frame->card->uuid;
        $folder = (string) config('kanpai.pictures');
        Disk::makeFolder("{$folder}/{$below}", 0700);
        $large = $picture->within(PreviewMaker::LARGE)->inSrgb()->bare();
        $paths = [];
        foreach (['large_path' => $large, 'small_path' => $large->within(PreviewMaker::SMALL)] as $column => $one) {
            $paths[$column] = "{$below}/{$frame->id}-{$hash}-{$column[0]}.jpg";
            $part = "{$folder}/{$below}/".Str::random(8).'.part.jpg';
            PictureWriter::jpeg($one, $part, 80);
            rename($part, "{$folder}/{$paths[$column]}");
        }

        return $paths;
    }

    /** Beside the frame's own file, under the name it came with, unless something else stands there. */
    private function free(Frame $frame, string $name, string $hash): string
    {
        $own = $frame->files()->where('is_main', true)->with('sameAs')->first();
        $folder = $own instanceof CardFile ? dirname(($own->sameAs ?? $own)->destination ?: $own->path) : 'versions';
        $safe = trim((string) preg_replace('/[\x00-\x1F\/\\\\:*?"<>|]+/', '_', mb_scrub(basename($name))), '. ');
        $stem = mb_substr(pathinfo($safe, PATHINFO_FILENAME), 0, 120) ?: "frame-{$frame->id}";
        $ending = strtolower(pathinfo($safe, PATHINFO_EXTENSION)) ?: 'jpg';
        for ($n = 1; ; $n++) {
            $path = "{$folder}/{$stem}".($n === 1 ? '' : "-{$n}").".{$ending}";
            if ($this->isFree($frame, $path, $hash)) {
                return $path;
            }
        }
    }

    /** Whether nothing else stands there, by the record or on a disk. */
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

    /**
     * @return non-empty-list<string> places in which it stands and was read back
     *
     * @throws UnableToCopy
     */
    private function copy(Frame $frame, string $path, string $destination, string $hash): array
    {
        $there = [];
        $why = null;
        foreach ($this->places->used($frame->shoot->studio_id) as $place) {
            try {
                $place->open();
                $target = "{$place->path}/{$destination}";
                Disk::makeFolder(dirname($target)) && Disk::copy($path, $target) ||
                    throw UnableToCopy::cannotWrite($place->name, $destination);
                if (hash_file('xxh128', $target) === $hash) {
                    $there[] = $place->name;
                }
            } catch (UnableToCopy $reason) {
                $why = $reason;
            }
        }

        return $there === [] ? throw $why ?? UnableToCopy::cannotWrite('any', $destination) : $there;
    }
}
