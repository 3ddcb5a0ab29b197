<?php

declare(strict_types=1);

namespace Kanpai\Core\Card;

use RuntimeException;

final class UnableToCopy extends RuntimeException
{
    public static function cannotOpen(string $name): self
    {
        return new self("{$name} cannot be opened on the card. Is the card still in its slot?");
    }

    public static function cannotWrite(string $place, string $name): self
    {
        return new self("The place “{$place}” does not let {$name} be written. Is its disk there and not full?");
    }

    public static function readingStopped(int $at): self
    {
        return new self("The card could not be read on after byte {$at}.");
    }

    public static function writingFailed(string $place, int $at): self
    {
        return new self("The place “{$place}” took no more bytes after {$at}: is its disk full?");
    }

    public static function isDifferent(string $place, string $name): self
    {
        return new self("The copy of {$name} in the place “{$place}”, read back, is not the same as on the card.");
    }

    public static function isOccupied(string $place, string $name): self
    {
        return new self("Another file stands in the place “{$place}” under the name of {$name}. It was left as it is.");
    }

    public static function hasChanged(string $name, int $was, int $is): self
    {
        return new self("{$name} had {$was} bytes when the card was read and has {$is} now. Read the card again.");
    }
}
