<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks;

use RuntimeException;

final class UnusableTie extends RuntimeException
{
    public static function withItself(): self
    {
        return new self('A frame cannot be tied to itself: choose one of another body.');
    }

    public static function sameBody(): self
    {
        return new self(
            'Both frames are of the same body, whose clock is one and the same: choose one of another body.',
        );
    }

    public static function undated(string $name): self
    {
        return new self("The camera wrote no time into {$name}, so that nothing can be tied to it.");
    }
}
