<?php

declare(strict_types=1);

namespace Kanpai\Core\Deliver\Output;

use DomainException;

/** What no file can be written with; the message says why, for whoever sets it up. */
final class InvalidOutput extends DomainException
{
    public static function size(string $what): self
    {
        return new self($what);
    }

    public static function quality(int $quality): self
    {
        return new self("A quality of {$quality} is none: it goes from 1 to 100.");
    }

    public static function bytes(int $bytes): self
    {
        return new self(number_format($bytes).' bytes are too few for any picture; allow at least 10 KB.');
    }

    public static function bytesOf(Format $format): self
    {
        return new self(
            "A limit for the size of the file works with JPEG and WebP; {$format->inWords()} is as large as it is.",
        );
    }
}
