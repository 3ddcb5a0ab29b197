<?php

declare(strict_types=1);

namespace Kanpai\Core\Ingest;

/** Knows a card again by what lies on it: names, sizes and times of its files, without reading them. */
final class CardSignature
{
    /**
     * @param  iterable<array{path: string, size: int, modifiedAt: int}>  $files
     * @return string 32 hexadecimal digits
     */
    public static function of(iterable $files): string
    {
        $lines = [];
        foreach ($files as $file) {
            $lines[] = "{$file['path']}\0{$file['size']}\0{$file['modifiedAt']}\n";
        }
        sort($lines, SORT_STRING);

        return hash('xxh128', implode('', $lines));
    }
}
