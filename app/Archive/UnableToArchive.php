<?php

declare(strict_types=1);

namespace App\Archive;

use RuntimeException;

final class UnableToArchive extends RuntimeException
{
    public static function diskRefused(string $path): self
    {
        return new self(
            'The disk of the archive took no more: '.
                mb_scrub(basename($path)).
                ' could not be written. Free some room, then go on; what is there stays.',
        );
    }

    public static function noCopy(string $name): self
    {
        return new self(
            mb_scrub($name).
                ' has no copy within reach that is the same as on its card. Plug in its disk, or prove the copies '.
                    'again.',
        );
    }

    public static function notCopied(int $card): self
    {
        return new self("Card {$card} is not copied yet. Copy what is to be kept of it, or untick it.");
    }

    public static function isHere(string $name): self
    {
        return new self("“{$name}” is here already.");
    }

    public static function noUseIsFree(): self
    {
        return new self(
            'The studio has as many uses as there can be; take one away before this shoot comes in with others.',
        );
    }

    public static function unknownRecord(): self
    {
        return new self('Its shoot.json cannot be read, or was written by a later Kanpai.');
    }
}
