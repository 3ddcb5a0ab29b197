<?php

declare(strict_types=1);

namespace App\Ingest;

use FFI;

/** What PHP's streams cannot say to the operating system: folders made durable, pages forgotten. */
final class Disk
{
    private const READ_ONLY = 0;

    private const DONT_NEED = 4;

    private static ?FFI $library = null;

    /** The name a file has until it is whole: hidden, in the same folder, and short enough even for the longest name. */
    public static function temporary(string $path): string
    {
        return dirname($path).'/.kanpai-'.hash('xxh3', basename($path)).'.part';
    }

    /** Makes the names in a folder survive a loss of power. */
    public static function syncFolder(string $path): void
    {
        self::with($path, fn (FFI $c, int $file) => $c->fsync($file));
    }

    /** Makes the next reading of a file come from the disk, where the system allows it. */
    public static function forget(string $path): void
    {
        self::with($path, function (FFI $c, int $file): void {
            $c->fsync($file);
            $c->posix_fadvise($file, 0, 0, self::DONT_NEED);
        });
    }

    /** @param  callable(FFI, int): mixed  $call */
    private static function with(string $path, callable $call): void
    {
        self::$library ??= FFI::cdef('int open(const char *path, int flags); int close(int file); int fsync(int file); int posix_fadvise(int file, long offset, long length, int advice);');
        $file = self::$library->open($path, self::READ_ONLY);
        if ($file >= 0) {
            $call(self::$library, $file);
            self::$library->close($file);
        }
    }
}
