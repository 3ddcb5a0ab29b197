<?php

declare(strict_types=1);

namespace App\Ingest\Upload;

use App\Ingest\Card;
use FilesystemIterator;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use SplFileInfo;

/** The folder in which files are that come from a browser: it plays a card until they are copied. */
final class ArrivalsFolder
{
    public static function of(Card $card): string
    {
        return self::path($card->uuid);
    }

    public static function path(string $owner): string
    {
        return config('kanpai.arrivals').'/'.$owner;
    }

    /** Frees the disk of what is verified in its places. */
    public static function remove(Card $card): void
    {
        $folder = self::of($card);
        if (! $card->is_uploaded || ! is_dir($folder)) {
            return;
        }
        foreach (
            new RecursiveIteratorIterator(
                new RecursiveDirectoryIterator($folder, FilesystemIterator::SKIP_DOTS),
                RecursiveIteratorIterator::CHILD_FIRST,
            ) as $entry
        ) {
            assert($entry instanceof SplFileInfo);
            $entry->isDir() && ! $entry->isLink() ? @rmdir($entry->getPathname()) : @unlink($entry->getPathname());
        }
        @rmdir($folder);
    }
}
