<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Imaging\Picture;
use Kanpai\Core\Card\FileKind;

/**
 * The picture that stands for a frame, from a copy that is still the same as when it was proved: the version that came
 * back last, else the JPEG of the camera.
 */
final readonly class ProvedPicture
{
    private const QUALITY = 95;

    /** @param  list<string>  $paths  of copies, in all places */
    private function __construct(private string $hash, private array $paths, public bool $isJpeg)
    {
    }

    /** Null where the frame has no JPEG and no version, or no copy of it was ever proved. */
    public static function of(Frame $frame): ?self
    {
        $folders = app(Places::class)->folders($frame->shoot->studio_id);
        $version = $frame->version_id === null ? null : Version::query()->with('copies')->find($frame->version_id);
        if ($version !== null && $version->hash !== null) {
            return new self($version->hash, array_values($version->copies->where('hash', $version->hash)->map(fn (VersionCopy $copy): string => ($folders[$copy->place] ?? '').'/'.$version->destination)->all()), $version->format === 'jpeg');
        }
        $file = $frame->files()->where('kind', FileKind::Jpeg)->whereNull('problem')->with('copies', 'sameAs.copies')->first();
        if (! $file instanceof CardFile || $file->proofs()->isEmpty()) {
            return null;
        }
        $below = ($file->sameAs ?? $file)->destination;

        return new self((string) $file->hash, array_values($file->proofs()->map(fn (Copy $copy): string => ($folders[$copy->place] ?? '').'/'.$below)->all()), true);
    }

    /** What it was when it came, xxh128. */
    public function hash(): string
    {
        return $this->hash;
    }

    /** Where it can be looked at: the first copy that is there. */
    public function path(): ?string
    {
        return array_values(array_filter($this->paths, is_file(...)))[0] ?? null;
    }

    /** Copies it from the first place where it is whole; false where it is whole in none that is within reach. */
    public function copyTo(string $target): bool
    {
        foreach ($this->paths as $path) {
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
        $picture = Picture::fromFile($target)->inSrgb()->bare();
        $picture->save("{$target}.jpg", 'jpeg', self::QUALITY);
        rename("{$target}.jpg", $target);

        return true;
    }
}
