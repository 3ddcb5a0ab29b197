<?php

declare(strict_types=1);

namespace App\Ingest;

use SplFileInfo;

/** Tells what belongs to a card from what computers leave on every disk that is put into them. */
final class CardEntry
{
    /** Names of files and folders that operating systems make by themselves; common practice, from memory. */
    private const OF_COMPUTERS = [
        '.ds_store',
        '.trashes',
        '.trash',
        '.spotlight-v100',
        '.fseventsd',
        '.temporaryitems',
        '.documentrevisions-v100',
        '.apdisk',
        '.volumeicon.icns',
        '.metadata_never_index',
        '.nomedia',
        '.directory',
        '.kanpai-place',
        '.parts',
    ];

    /** AppleDouble files (RFC 1740) carry this before the name of the file that they are beside. */
    private const DOUBLE = '._';

    public static function isOfCard(SplFileInfo $entry): bool
    {
        if ($entry->isLink() || (! $entry->isDir() && ! $entry->isFile())) {
            return false;
        }
        $name = strtolower($entry->getFilename());

        return ! str_starts_with($name, self::DOUBLE) &&
            ! str_starts_with($name, '.trash-') &&
            ! in_array($name, self::OF_COMPUTERS, true);
    }
}
