<?php

declare(strict_types=1);

namespace App\Copies;

use FFI;

/**
 * What PHP's streams cannot say to the operating system: files and folders made durable, writing begun early, pages
 * forgotten.
 */
final class Disk
{
    private const READ_ONLY = 0;

    private const DONT_NEED = 4;

    /** Begin to write dirty pages, and do not wait (SYNC_FILE_RANGE_WRITE of Linux). */
    private const BEGIN = 2;

    private static ?FFI $library = null;

    /**
     * The name a file has until it is whole: hidden, in the same folder, and short enough even for the longest name.
     */
    public static function temporary(string $path): string
    {
        return dirname($path).'/.kanpai-'.hash('xxh3', basename($path)).'.part';
    }

    /** @return bool whether the folder is there, made now or before */
    public static function makeFolder(string $path, int $rights = 0755): bool
    {
        return is_dir($path) || @mkdir($path, $rights, true) || is_dir($path);
    }

    /**
     * Copies a file so that it survives a loss of power and is read from the disk the next time; it has its name only
     * when it is whole.
     */
    public static function copy(string $source, string $target): bool
    {
        $part = self::temporary($target);
        if (! @copy($source, $part) || ! self::sync($part) || ! @rename($part, $target)) {
            @unlink($part);

            return false;
        }
        self::syncFolder(dirname($target));
        self::forget($target);

        return true;
    }

    /** Makes a file survive a loss of power; says whether the disk took it. */
    public static function sync(string $path): bool
    {
        return self::with($path, fn (FFI $c, int $file): int => $c->fsync($file)) === 0;
    }

    /** Makes the names in a folder survive a loss of power. */
    public static function syncFolder(string $path): void
    {
        self::with($path, fn (FFI $c, int $file): int => $c->fsync($file));
    }

    /** Makes the next reading of a file come from the disk, where the system allows it. */
    public static function forget(string $path): void
    {
        self::with($path, function (FFI $c, int $file): int {
            $c->fsync($file);

            return $c->posix_fadvise($file, 0, 0, self::DONT_NEED);
        });
    }

    /**
     * Has files written to the disk while more of them is still to come, so that making them durable waits less.
     *
     * @param  array<string, resource>  $files  open for writing
     * @return callable(int $bytes): void to be called with what was written to each so far
     */
    public static function writeBack(array $files): callable
    {
        $library = self::library();
        $opened = array_map(
            fn ($file): OpenFile => new OpenFile($library, stream_get_meta_data($file)['uri'] ?? ''),
            $files,
        );
        $from = 0;

        return function (int $bytes) use ($opened, &$from): void {
            foreach ($opened as $file) {
                $file->begin($from, $bytes - $from, self::BEGIN);
            }
            $from = $bytes;
        };
    }

    /** @param  callable(FFI, int): int  $call */
    private static function with(string $path, callable $call): int
    {
        $file = self::library()->open($path, self::READ_ONLY);
        if ($file < 0) {
            return -1;
        }
        $answer = $call(self::library(), $file);
        self::library()->close($file);

        return $answer;
    }

    private static function library(): FFI
    {
        return self::$library ??= FFI::cdef(
            'int open(const char *path, int flags); int close(int file); int fsync(int file); int '.
                'posix_fadvise(int file, long offset, long length, int advice); int sync_file_range(int file, long '.
                'offset, long length, unsigned int flags);',
        );
    }
}
