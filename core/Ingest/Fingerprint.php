<?php

declare(strict_types=1);

namespace Kanpai\Core\Ingest;

/** Knows a file of a card again without reading it: by its path, size and time. */
final class Fingerprint
{
    /**
     * @param  array{path: string, size: int, modifiedAt: int}  $file
     * @return string 16 hexadecimal digits (XXH3, 64 bits)
     */
    public static function of(array $file): string
    {
        return hash('xxh3', "{$file['path']}\0{$file['size']}\0{$file['modifiedAt']}");
    }

    /**
     * The same for files of one name and size in whatever folder.
     *
     * @return string 16 hexadecimal digits (XXH3, 64 bits)
     */
    public static function ofName(string $path, int $size): string
    {
        return hash('xxh3', strtoupper(basename($path))."\0{$size}");
    }
}
