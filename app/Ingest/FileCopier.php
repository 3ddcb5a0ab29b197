<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Ingest\Rack\Rack;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Card\ReadOnceCopy;
use Kanpai\Core\Card\UnableToCopy;

/**
 * Copies one file of a card to places and proves each copy by reading it back.
 *
 * The card is only ever opened for reading. A name in a place is either absent or holds the whole file: bytes go to a
 * temporary name, are made durable, and are renamed. A place that fails is told of, and the others go on.
 */
final class FileCopier
{
    /** Bytes read from a card at once. */
    private const CHUNK = 1 << 20;

    public function __construct(private readonly ReadOnceCopy $copy, private readonly KnownContents $known)
    {
    }

    /**
     * @param  array<string, string>  $places  name => folder
     * @param  callable(int $bytes): bool  $goesOn  asked with the bytes of this file that were read
     * @return array<string, UnableToCopy> the places that failed, with the reason
     *
     * @throws UnableToCopy when the file cannot be read from the card, or is not what it was
     */
    public function copy(CardFile $file, Card $card, array $places, callable $goesOn): array
    {
        // What is likely to be here already is read without being written.
        if ($this->known->isLikely($file)) {
            $read = $this->copy->copy($this->openCard($card, $file), [], null, $goesOn);
            if ($this->known->take($file, $read)) {
                return [];
            }
        }
        $source = $this->openCard($card, $file);
        $failures = [];
        $fail = function (string $place, UnableToCopy $reason) use (&$failures): void {
            $failures[$place] = $reason;
        };
        $targets = [];
        foreach ($places as $name => $folder) {
            try {
                $targets[$name] = $this->open($name, $folder.'/'.$file->destination);
            } catch (UnableToCopy $reason) {
                $fail($name, $reason);
            }
        }
        try {
            $copied = $this->copy->copy($source, $targets, $fail, $goesOn);
            if ($copied->size !== $file->size) {
                throw UnableToCopy::hasChanged($file->shown(), $file->size, $copied->size);
            }
            if ($file->arrived_hash !== null && $file->arrived_hash !== $copied->hash) {
                throw UnableToCopy::hasTravelledBadly($file->shown());
            }
            if ($this->known->take($file, $copied)) {
                return [];
            }
            foreach (array_diff_key($targets, $failures) as $name => $target) {
                try {
                    $this->prove($file, $name, $places[$name].'/'.$file->destination, $target, $copied->hash);
                } catch (UnableToCopy $reason) {
                    $fail($name, $reason);
                }
            }
        } finally {
            // Whatever was not given its name is of no use: the next try begins anew.
            foreach (array_keys($targets) as $name) {
                @unlink(Disk::temporary($places[$name].'/'.$file->destination));
            }
        }

        return $failures;
    }

    /** The checksum of what stands in a place, read from the disk; empty when nothing can be read there. */
    public function readBack(string $path): string
    {
        Disk::forget($path);
        $copy = @fopen($path, 'rb');
        if ($copy === false) {
            return '';
        }
        try {
            return $this->copy->readBack($copy)->hash;
        } catch (UnableToCopy) {
            return '';
        } finally {
            fclose($copy);
        }
    }

    /** @return resource */
    private function openCard(Card $card, CardFile $file)
    {
        $source = @fopen(Rack::installed()->address($card->slot, $file->path), 'rb');
        if ($source === false) {
            throw UnableToCopy::cannotOpen($file->shown());
        }
        stream_set_chunk_size($source, self::CHUNK);

        return $source;
    }

    /** @return resource */
    private function open(string $place, string $path)
    {
        if (! is_dir(dirname($path)) && ! @mkdir(dirname($path), 0755, true) && ! is_dir(dirname($path))) {
            throw UnableToCopy::cannotWrite($place, basename($path));
        }
        $target = @fopen(Disk::temporary($path), 'wb');

        return $target === false ? throw UnableToCopy::cannotWrite($place, basename($path)) : $target;
    }

    /**
     * Makes a finished copy durable, gives it its name, reads it back, and notes the proof.
     *
     * @param  resource  $target
     */
    private function prove(CardFile $file, string $place, string $path, $target, string $hash): void
    {
        if (! @fflush($target) || ! @fsync($target)) {
            throw UnableToCopy::cannotWrite($place, $file->shown());
        }
        fclose($target);
        if (! file_exists($path) || $this->readBack($path) !== $hash) {
            $this->makeRoom($file, $place, $path);
            touch(Disk::temporary($path), $file->modified_at);
            if (! @rename(Disk::temporary($path), $path)) {
                throw UnableToCopy::cannotWrite($place, $file->shown());
            }
            Disk::syncFolder(dirname($path));
        }
        if ($this->readBack($path) !== $hash) {
            throw UnableToCopy::isDifferent($place, $file->shown());
        }
        DB::transaction(function () use ($file, $place, $hash): void {
            $file->update(['hash' => $hash]);
            Copy::query()->updateOrCreate(['file_id' => $file->id, 'place' => $place], ['hash' => $hash, 'proved_at' => now()]);
        });
    }

    /** A file that is not ours is never overwritten; a copy of ours that was found damaged is put aside, not deleted. */
    private function makeRoom(CardFile $file, string $place, string $path): void
    {
        if (! file_exists($path)) {
            return;
        }
        if (Copy::query()->where(['file_id' => $file->id, 'place' => $place])->doesntExist()) {
            throw UnableToCopy::isOccupied($place, $file->shown());
        }
        rename($path, dirname($path).'/.damaged-'.now()->format('Ymd-His-v').'-'.hash('xxh3', basename($path)));
    }
}
