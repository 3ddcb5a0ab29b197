<?php

declare(strict_types=1);

namespace App\Ingest;

use Illuminate\Support\Facades\DB;
use Kanpai\Core\Card\ReadOnceCopy;
use Kanpai\Core\Card\UnableToCopy;

/**
 * Copies one file of a card to all places and proves each copy by reading it back.
 *
 * The card is only ever opened for reading. A name in a place is either absent or holds the whole file: bytes go to a
 * temporary name, are made durable, and are renamed.
 */
final class FileCopier
{
    public function __construct(private readonly ReadOnceCopy $copy)
    {
    }

    /**
     * @param  array<string, string>  $places  name => folder
     *
     * @throws UnableToCopy
     */
    public function copy(CardFile $file, string $card, array $places): void
    {
        $source = @fopen($card.'/'.$file->path, 'rb');
        if ($source === false) {
            throw UnableToCopy::cannotOpen($file->path);
        }
        $targets = [];
        foreach ($places as $name => $folder) {
            $targets[$name] = $this->open($name, $folder.'/'.$file->destination);
        }
        $copied = $this->copy->copy($source, $targets);
        fclose($source);
        if ($copied->size !== $file->size) {
            throw UnableToCopy::hasChanged($file->path, $file->size, $copied->size);
        }
        foreach ($targets as $name => $target) {
            if (! fflush($target) || ! fsync($target)) {
                throw UnableToCopy::cannotWrite($name, $file->path);
            }
            fclose($target);
            $this->place($name, $places[$name].'/'.$file->destination, $file, $copied->hash);
        }
        foreach ($places as $name => $folder) {
            if ($this->readBack($folder.'/'.$file->destination) !== $copied->hash) {
                throw UnableToCopy::isDifferent($name, $file->path);
            }
        }
        DB::transaction(function () use ($file, $copied, $places): void {
            $file->update(['hash' => $copied->hash]);
            foreach (array_keys($places) as $name) {
                Copy::query()->updateOrCreate(['file_id' => $file->id, 'place' => $name], ['hash' => $copied->hash, 'proved_at' => now()]);
            }
        });
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

    /** Gives the finished copy its name; a file that stands there already is never overwritten. */
    private function place(string $name, string $path, CardFile $file, string $hash): void
    {
        if (file_exists($path)) {
            if ($this->readBack($path) !== $hash) {
                throw UnableToCopy::isOccupied($name, $file->path);
            }
            unlink(Disk::temporary($path));

            return;
        }
        touch(Disk::temporary($path), $file->modified_at);
        if (! @rename(Disk::temporary($path), $path)) {
            throw UnableToCopy::cannotWrite($name, $file->path);
        }
        Disk::syncFolder(dirname($path));
    }

    private function readBack(string $path): string
    {
        Disk::forget($path);
        $copy = @fopen($path, 'rb');
        if ($copy === false) {
            return '';
        }
        try {
            return $this->copy->readBack($copy)->hash;
        } finally {
            fclose($copy);
        }
    }
}
