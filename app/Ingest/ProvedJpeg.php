<?php

declare(strict_types=1);

namespace App\Ingest;

use Kanpai\Core\Card\FileKind;

/** The JPEG of a frame, taken from a copy that is still the same as on the card. */
final readonly class ProvedJpeg
{
    private function __construct(private CardFile $file, private int $studio)
    {
    }

    /** Null where the frame has no JPEG, or no copy of it was ever proved. */
    public static function of(Frame $frame): ?self
    {
        $file = $frame->files()->where('kind', FileKind::Jpeg)->whereNull('problem')->with('copies', 'sameAs.copies')->first();

        return ! $file instanceof CardFile || $file->proofs()->isEmpty() ? null : new self($file, $frame->shoot->studio_id);
    }

    /** What it was on the card, xxh128. */
    public function hash(): string
    {
        return (string) $this->file->hash;
    }

    /** Copies it from the first place where it is whole; false where it is whole in none that is within reach. */
    public function copyTo(string $target): bool
    {
        $places = app(Places::class)->folders($this->studio);
        $below = ($this->file->sameAs ?? $this->file)->destination;
        foreach ($this->file->proofs() as $copy) {
            $path = ($places[$copy->place] ?? '').'/'.$below;
            if (is_file($path) && copy($path, $target) && hash_file('xxh128', $target) === $this->file->hash) {
                return true;
            }
        }
        @unlink($target);

        return false;
    }
}
