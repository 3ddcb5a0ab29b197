<?php

declare(strict_types=1);

namespace App\Copies;

use Kanpai\Core\Copies\ReadOnceCopy;
use Kanpai\Core\Copies\UnableToCopy;

/**
 * A file on its way into a place. A name in a place is either absent or holds the whole file: bytes go to a temporary
 * name, are made durable, and are renamed.
 */
final class TargetFile
{
    /** @param  resource  $stream */
    private function __construct(
        private readonly string $place,
        public readonly string $path,
        public readonly mixed $stream,
    ) {
    }

    /** @throws UnableToCopy when the place does not let it be written */
    public static function open(string $place, string $path): self
    {
        $stream = Disk::makeFolder(dirname($path)) ? @fopen(Disk::temporary($path), 'wb') : false;

        return $stream === false
            ? throw UnableToCopy::cannotWrite($place, basename($path))
            : new self($place, $path, $stream);
    }

    /**
     * Ends the writing; it still has its temporary name.
     *
     * @param  int  $modifiedAt  seconds since 1970
     *
     * @throws UnableToCopy when the place did not take all of it
     */
    public function close(int $modifiedAt): void
    {
        $isWritten = @fflush($this->stream);
        fclose($this->stream);
        if (! $isWritten) {
            @unlink(Disk::temporary($this->path));
            throw UnableToCopy::cannotWrite($this->place, basename($this->path));
        }
        @touch(Disk::temporary($this->path), $modifiedAt);
    }

    /** Ends the writing and leaves nothing. */
    public function discard(): void
    {
        is_resource($this->stream) && fclose($this->stream);
        @unlink(Disk::temporary($this->path));
    }

    /** Makes a closed file durable and gives it its name; says whether the disk took it. */
    public static function name(string $path): bool
    {
        $temporary = Disk::temporary($path);
        if (! Disk::sync($temporary) || ! @rename($temporary, $path)) {
            @unlink($temporary);

            return false;
        }
        Disk::syncFolder(dirname($path));

        return true;
    }

    /** As `name`, then what is there is read from the disk: its xxh128, empty where something failed. */
    public static function prove(string $path): string
    {
        return self::name($path) ? self::readBack($path) : '';
    }

    /** The xxh128 of what is in a place, read from the disk; empty when nothing can be read there. */
    public static function readBack(string $path): string
    {
        Disk::forget($path);
        $copy = @fopen($path, 'rb');
        if ($copy === false) {
            return '';
        }
        try {
            return (new ReadOnceCopy())->readBack($copy)->hash;
        } catch (UnableToCopy) {
            return '';
        } finally {
            fclose($copy);
        }
    }
}
