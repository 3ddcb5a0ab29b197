<?php

declare(strict_types=1);

namespace Kanpai\Core\Proof;

use DomainException;

/** A drawing that cannot be put on a picture; the message says why, for whoever drew it. */
final class InvalidDrawing extends DomainException
{
    public static function empty(): self
    {
        return new self('Nothing is drawn yet.');
    }

    public static function unreadable(): self
    {
        return new self('The drawing arrived damaged. Draw it once more.');
    }

    public static function tooMany(int $most, string $what): self
    {
        return new self('A drawing has '.number_format($most)." {$what} at most. Send it in parts.");
    }

    public static function tooLong(int $most): self
    {
        return new self("A word in a drawing has {$most} characters at most. Write the rest as a comment.");
    }
}
