<?php

declare(strict_types=1);

namespace App\Copies;

use App\Frames\CardFile;
use App\Frames\Frame;
use App\Frames\Version;
use App\Imaging\Picture;
use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;
use Kanpai\Core\Frames\FileKind;

/**
 * The picture that stands for a frame, from a copy that is still the same as when it was verified: the version that
 * came back last, else the JPEG of the camera.
 */
final readonly class VerifiedPicture
{
    private const QUALITY = 95;

    /** @param  list<string>  $places  in which copies of it were verified */
    private function __construct(
        private string $hash,
        private string $below,
        private array $places,
        private int $studio,
        public bool $isJpeg,
        public bool $isRaw = false,
    ) {
    }

    /** The raw file of a frame, the same way; null where it has none, or no copy of it was ever verified. */
    public static function rawOf(Frame $frame): ?self
    {
        $file = self::file($frame, FileKind::Raw);

        return $file === null ? null : self::ofFile($file, $frame->shoot->studio_id);
    }

    /**
     * Null where the frame has no JPEG and no version, or no copy of it was ever verified. What is loaded with the
     * frame (`files.copies`, `files.sameAs.copies`, `version.copies`) is not asked for again.
     */
    public static function of(Frame $frame): ?self
    {
        $version = $frame->version_id === null ? null : $frame->version;
        if ($version !== null && $version->hash !== null) {
            return self::ofVersion($version, $frame->shoot->studio_id);
        }
        $file = self::file($frame, FileKind::Jpeg);

        return $file === null ? null : self::ofFile($file, $frame->shoot->studio_id);
    }

    private static function ofFile(CardFile $file, int $studio): self
    {
        return new self(
            (string) $file->hash,
            ($file->sameAs ?? $file)->destination,
            array_values($file->proofs()->map(fn (Copy $copy): string => $copy->place)->all()),
            $studio,
            $file->kind === FileKind::Jpeg,
            $file->kind === FileKind::Raw,
        );
    }

    private static function ofVersion(Version $version, int $studio): self
    {
        $places = $version->copies->where('hash', $version->hash)->pluck('place')->map(strval(...));

        return new self(
            (string) $version->hash,
            $version->destination,
            array_values($places->all()),
            $studio,
            $version->format === 'jpeg',
        );
    }

    /** A file of a frame that can be read, of which a copy was verified. */
    private static function file(Frame $frame, FileKind $kind): ?CardFile
    {
        $files = $frame->relationLoaded('files')
            ? $frame->files
            : $frame->files()->with('copies', 'sameAs.copies')->get();
        $file = $files
            ->where('kind', $kind)
            ->whereNull('problem')
            ->first();

        return $file === null || $file->proofs()->isEmpty() ? null : $file;
    }

    /** What it was when it came, xxh128. */
    public function hash(): string
    {
        return $this->hash;
    }

    /** Where it can be looked at: the first copy that is there. */
    public function path(): ?string
    {
        return array_values(array_filter($this->paths(), is_file(...)))[0] ?? null;
    }

    /** Copies it from the first place where it is whole; false where it is whole in none that is within reach. */
    public function copyTo(string $target): bool
    {
        foreach ($this->paths() as $path) {
            if (is_file($path) && copy($path, $target) && hash_file('xxh128', $target) === $this->hash) {
                return true;
            }
        }
        @unlink($target);

        return false;
    }

    /** As `copyTo`; what is no JPEG becomes one. */
    public function jpegTo(string $target): bool
    {
        if ($this->isJpeg || ! $this->copyTo($target)) {
            return $this->isJpeg && $this->copyTo($target);
        }
        $picture = PictureReader::file($target)->inSrgb()->bare();
        PictureWriter::file($picture, "{$target}.jpg", 'jpeg', self::QUALITY);
        rename("{$target}.jpg", $target);

        return true;
    }

    /** @return list<string> */
    private function paths(): array
    {
        $folders = app(Places::class)->folders($this->studio);

        return array_map(fn (string $place): string => ($folders[$place] ?? '').'/'.$this->below, $this->places);
    }
}
