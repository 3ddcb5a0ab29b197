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

    public static function cannotBeListed(string $name): self
    {
        return new self(
            "A folder of the card “{$name}” cannot be listed, so nothing of the card was read. Check the card in ".
                'its camera.',
        );
    }

    public static function pathIsTooLong(string $name): self
    {
        return new self(
            'The folders above “'.
                mb_scrub($name, 'UTF-8').
                '” nest too deep to be copied. No camera writes so; move the file up on the card.',
        );
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
