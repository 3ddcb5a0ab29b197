<?php

declare(strict_types=1);

namespace Kanpai\Core\Archive;

use RuntimeException;

final class InvalidBag extends RuntimeException
{
    public static function noDeclaration(): self
    {
        return new self('It has no bagit.txt that declares a bag of version 1.0 in UTF-8.');
    }

    public static function unreadableLine(string $manifest, int $line): self
    {
        return new self("Line {$line} of {$manifest} cannot be read.");
    }

    public static function climbs(string $path): self
    {
        return new self("It names a path that leads out of the bag: {$path}");
    }

    public static function twice(string $path): self
    {
        return new self("It names a file twice: {$path}");
    }

    public static function noManifest(): self
    {
        return new self('It has no manifest-sha512.txt, so nothing in it can be checked.');
    }

    /** @param  non-empty-list<string>  $paths */
    public static function missing(array $paths): self
    {
        return new self(
            self::named(count($paths) === 1 ? 'A file is missing: ' : count($paths).' files are missing: ', $paths),
        );
    }

    /** @param  non-empty-list<string>  $paths */
    public static function more(array $paths): self
    {
        return new self(
            self::named(
                count($paths) === 1
                    ? 'A file is in it that no manifest names: '
                    : count($paths).' files are in it that no manifest names: ',
                $paths,
            ),
        );
    }

    /** @param  non-empty-list<string>  $paths */
    public static function changed(array $paths): self
    {
        return new self(
            self::named(
                count($paths) === 1 ? 'A file is not as it was: ' : count($paths).' files are not as they were: ',
                $paths,
            ),
        );
    }

    public static function oxum(string $declared, string $found): self
    {
        return new self("Its bag-info.txt says {$declared} (bytes.files), and there are {$found}.");
    }

    /** @param  non-empty-list<string>  $paths */
    private static function named(string $words, array $paths): string
    {
        return mb_scrub($words.implode(', ', array_slice($paths, 0, 5)).(count($paths) > 5 ? ' …' : '.'));
    }
}
