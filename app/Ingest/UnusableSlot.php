<?php

declare(strict_types=1);

namespace App\Ingest;

use RuntimeException;

final class UnusableSlot extends RuntimeException
{
    public static function isOutside(): self
    {
        return new self('Cards are read only from the folders that the studio allows. This one is not among them.');
    }

    public static function isGone(string $name): self
    {
        return new self("There is no card in the slot “{$name}” any more.");
    }

    public static function isEmpty(): self
    {
        return new self('There is no file on this card.');
    }

    public static function isKnown(int $number): self
    {
        return new self("This card is in the shoot already, as card {$number}, with the same files.");
    }
}
