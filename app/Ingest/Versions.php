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
        $format = self::format($path);
        $hash = (string) hash_file('xxh128', $path);
        $known = Version::query()
            ->where(['frame_id' => $frame->id, 'hash' => $hash])
            ->first();
        if ($known !== null) {
            $this->choose($frame, $known);

            return $known;
        }
        $picture = PictureReader::file($path);
        $seen = $this->pictures($frame, $picture, $hash);

        // Two that come at once get one number after the other.
        return DB::transaction(function () use ($frame, $path, $name, $from, $format, $hash, $picture, $seen): Version {
            $locked = Frame::query()->whereKey($frame->id)->lockForUpdate()->firstOrFail();
            $this->keepOwn($locked);
            $destination = $this->free($locked, $name, $hash);
            $copies = $this->copy($locked, $path, $destination, $hash);
            $version = Version::query()->create([
                'frame_id' => $locked->id,
                'number' => 1 + (int) Version::query()->where('frame_id', $locked->id)->max('number'),
                'name' => basename($destination),
                'destination' => $destination,
                'format' => $format,
                'bytes' => (int) filesize($path),
                'hash' => $hash,
                'width' => $picture->width(),
                'height' => $picture->height(),
                ...$seen,
                'came_from' => mb_substr($from, 0, 120),
                'came_at' => now(),
            ]);
            foreach ($copies as $place) {
                VersionCopy::query()->create([
                    'version_id' => $version->id,
                    'place' => $place,
                    'hash' => $hash,
                    'verified_at' => now(),
                ]);
            }
            $this->choose($locked, $version);

            return $version;
        });
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
        $folder = (string) config('kanpai.pictures')."/{$below}";
        if (! is_dir($folder)) {
            @mkdir($folder, 0700, true);
        }
        $large = $picture->within(PreviewMaker::LARGE)->inSrgb()->bare();
        foreach (['l' => $large, 's' => $large->within(PreviewMaker::SMALL)] as $kind => $one) {
            $part = "{$folder}/".Str::random(8).'.part.jpg';
            PictureWriter::jpeg($one, $part, 80);
            rename($part, "{$folder}/{$frame->id}-{$hash}-{$kind}.jpg");
        }

        return [
            'large_path' => "{$below}/{$frame->id}-{$hash}-l.jpg",
            'small_path' => "{$below}/{$frame->id}-{$hash}-s.jpg",
        ];
    }

    /** Beside the frame's own file, under the name it came with, unless something else stands there. */
    private function free(Frame $frame, string $name, string $hash): string
    {
        $own = $frame->files()->where('is_main', true)->with('sameAs')->first();
        $folder = $own instanceof CardFile ? dirname(($own->sameAs ?? $own)->destination ?: $own->path) : 'versions';
        $safe = trim((string) preg_replace('/[\x00-\x1F\/\\\\:*?"<>|]+/', '_', mb_scrub(basename($name))), '. ');
        $stem = mb_substr(pathinfo($safe, PATHINFO_FILENAME), 0, 120) ?: "frame-{$frame->id}";
        $ending = strtolower(pathinfo($safe, PATHINFO_EXTENSION)) ?: 'jpg';
        $places = $this->places->used($frame->shoot->studio_id)->filter(fn (Place $place): bool => $place->isThere());
        $isFree = fn (string $path): bool => $places->every(
            fn (Place $place): bool => ! file_exists("{$place->path}/{$path}") ||
                hash_file('xxh128', "{$place->path}/{$path}") === $hash,
        ) &&
            Version::query()
                ->where('destination', $path)
                ->where(fn ($versions) => $versions->where('hash', '<>', $hash)->orWhere('frame_id', '<>', $frame->id))
                ->doesntExist() &&
            CardFile::query()->where('destination', $path)->doesntExist();
        for ($n = 1; ! $isFree($path = "{$folder}/{$stem}".($n === 1 ? '' : "-{$n}").".{$ending}"); $n++);

        return $path;
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
                if (! is_dir(dirname($target)) && ! @mkdir(dirname($target), 0755, true) && ! is_dir(dirname($target))) {
                    throw UnableToCopy::cannotWrite($place->name, $destination);
                }
                if (! Disk::copy($path, $target)) {
                    throw UnableToCopy::cannotWrite($place->name, $destination);
                }
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
