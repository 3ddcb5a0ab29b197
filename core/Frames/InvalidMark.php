<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames;

use RuntimeException;

final class InvalidMark extends RuntimeException
{
    public static function rating(int $rating): self
    {
        return new self("A rating is 0 to 5, not {$rating}.");
    }

    public static function verdict(string $verdict): self
    {
        return new self("A verdict is keep, drop or open, not “{$verdict}”.");
    }

    public static function saysNothing(): self
    {
        return new self('A mark must give a verdict, a rating or a use.');
    }

    public static function set(): self
    {
        return new self('Frames can be collected into a set of this shoot or of all shoots, and not into a live set.');
    }
}
