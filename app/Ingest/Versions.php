<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Copies\Disk;
use App\Copies\Places;
use App\Copies\VerifiedCopy;
use App\Copies\VersionCopy;
use App\Frames\Frame;
use App\Frames\Version;
use App\Imaging\Picture;
use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;
use App\Imaging\PreviewMaker;
use App\Imaging\UnableToMakePicture;
use App\Studio\NamedLock;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Copies\UnableToCopy;

/**
 * Takes in pictures that came back for frames, beside the originals, in every place, each read back there; and says
 * which one stands for a frame. Originals are not touched.
 */
final class Versions
{
    /** Seconds that a version waits for those that come at the same time. */
    private const PATIENCE = 600;

    /** Of its previews. */
    private const QUALITY = 80;

    public function __construct(
        private readonly Places $places,
        private readonly VerifiedCopy $copy,
        private readonly VersionName $name,
    ) {
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
        $version = $this->known($frame, $hash) ?? $this->addNew($frame, $path, $name, $hash, $from);
        $this->choose($frame, $version);

        return $version;
    }

    private function known(Frame $frame, string $hash): ?Version
    {
        return Version::query()
            ->where(['frame_id' => $frame->id, 'hash' => $hash])
            ->first();
    }

    /**
     * @throws UnableToMakePicture
     * @throws UnableToCopy
     */
    private function addNew(Frame $frame, string $path, string $name, string $hash, string $from): Version
    {
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

        // Two that come at once get names and numbers one after the other; no row is locked while files are copied.
        return (new NamedLock("versions-{$frame->shoot->studio_id}"))->mustHold(
            fn (): Version => $this->known($frame, $hash) ?? $this->store($frame, $path, $name, $facts),
            self::PATIENCE,
        );
    }

    /**
     * @param  array{hash: string, ...}  $facts
     *
     * @throws UnableToCopy
     */
    private function store(Frame $frame, string $path, string $name, array $facts): Version
    {
        $destination = $this->name->free($frame, $name, $facts['hash']);
        $places = $this->copy($frame, $path, $destination, $facts['hash']);

        return DB::transaction(function () use ($frame, $destination, $places, $facts): Version {
            $this->keepOwn($frame);
            $version = Version::query()->create([
                'frame_id' => $frame->id,
                'number' => 1 + (int) Version::query()->where('frame_id', $frame->id)->max('number'),
                'name' => basename($destination),
                'destination' => $destination,
                ...$facts,
            ]);
            $this->note($version, $places);

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
        Disk::makeFolder(config('kanpai.pictures')."/{$below}", 0700);
        $large = $picture->within(PreviewMaker::LARGE)->inSrgb()->bare();
        $name = fn (string $size): string => "{$below}/{$frame->id}-{$hash}-{$size}.jpg";

        return [
            'large_path' => self::picture($large, $name('l')),
            'small_path' => self::picture($large->within(PreviewMaker::SMALL), $name('s')),
        ];
    }

    private static function picture(Picture $picture, string $path): string
    {
        $target = config('kanpai.pictures')."/{$path}";
        $part = dirname($target).'/'.Str::random(8).'.part.jpg';
        PictureWriter::jpeg($picture, $part, self::QUALITY);
        rename($part, $target);

        return $path;
    }

    /**
     * @return non-empty-list<string> places in which it is and was read back
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
                $this->copy->put($path, $place->name, "{$place->path}/{$destination}", $hash);
                $there[] = $place->name;
            } catch (UnableToCopy $reason) {
                $why = $reason;
            }
        }

        return $there === [] ? throw $why ?? UnableToCopy::cannotWrite('any', $destination) : $there;
    }
}
