<?php

declare(strict_types=1);

namespace App\Deliver\Way;

use App\Copies\Places;
use App\Deliver\UnableToDeliver;
use App\Frames\CardFile;

/** One file of a card, byte for byte. */
final readonly class Original implements FileToDeliver
{
    /** How keys of originals begin. */
    public const PREFIX = 'original:';

    /** @param  string|\Closure(): string  $name */
    public function __construct(
        private FrameToDeliver $frame,
        private CardFile $file,
        private string|\Closure $name,
        private Places $places,
    ) {
    }

    public static function isKey(string $key): bool
    {
        return str_starts_with($key, self::PREFIX);
    }

    public function key(): string
    {
        return self::PREFIX.$this->file->id;
    }

    public function fingerprint(): string
    {
        return (string) $this->file->hash;
    }

    public function name(): string
    {
        return is_string($this->name) ? $this->name : ($this->name)();
    }

    public function write(string $target): void
    {
        $folders = $this->places->folders($this->frame->frame->shoot->studio_id);
        foreach ($this->file->proofs() as $copy) {
            $path = ($folders[$copy->place] ?? '').'/'.($this->file->sameAs ?? $this->file)->destination;
            if (is_file($path) && @copy($path, $target) && hash_file('xxh128', $target) === $this->file->hash) {
                touch($target, $this->file->modified_at);

                return;
            }
        }
        throw UnableToDeliver::isDamaged($this->file->shown());
    }
}
