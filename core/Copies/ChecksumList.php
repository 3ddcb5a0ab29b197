<?php

declare(strict_types=1);

namespace Kanpai\Core\Copies;

/** A list that `xxhsum -c` checks: digits, two spaces, name, one line a file. */
final class ChecksumList
{
    public const NAME = 'checksums.xxh128';

    /** @param  array<string, string>  $hashes  name => xxh128 as 32 hexadecimal digits */
    public static function of(array $hashes): string
    {
        $lines = '';
        foreach ($hashes as $name => $hash) {
            $lines .= "{$hash}  {$name}\n";
        }

        return $lines;
    }
}
