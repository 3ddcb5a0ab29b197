<?php

declare(strict_types=1);

namespace Kanpai\Core\Copies;

use RuntimeException;

/**
 * Why something was not copied, as a sentence, and what it is about: file, place, its room, card, or a wish to stop.
 */
final class UnableToCopy extends RuntimeException
{
    private function __construct(public readonly Concern $about, string $message)
    {
        parent::__construct($message);
    }

    public static function cannotOpen(string $name): self
    {
        return new self(Concern::File, "{$name} cannot be opened on the card. Is the card still in its slot?");
    }

    public static function cannotWrite(string $place, string $name): self
    {
        return new self(
            Concern::Place,
            "The place “{$place}” does not let {$name} be written. Is its disk there and not full?",
        );
    }

    public static function readingStopped(int $at): self
    {
        return new self(Concern::File, "The card could not be read on after byte {$at}.");
    }

    public static function writingFailed(string $place, int $at): self
    {
        return new self(Concern::Place, "The place “{$place}” took no more bytes after {$at}: is its disk full?");
    }

    public static function isDifferent(string $place, string $name): self
    {
        return new self(
            Concern::File,
            "The copy of {$name} in the place “{$place}”, read back, is not the same as on the card.",
        );
    }

    public static function isOccupied(string $place, string $name): self
    {
        return new self(
            Concern::File,
            "Another file stands in the place “{$place}” under the name of {$name}. It was left as it is.",
        );
    }

    public static function hasChanged(string $name, int $was, int $is): self
    {
        return new self(
            Concern::File,
            "{$name} had {$was} bytes when the card was read and has {$is} now. Read the card again.",
        );
    }

    public static function isAnother(string $name): self
    {
        return new self(
            Concern::File,
            "{$name} in the slot is not the file that was read: its time is another. Is it the same card? Read ".
                'the card again.',
        );
    }

    public static function isAway(string $place): self
    {
        return new self(Concern::Place, "The place “{$place}” is not there: is its disk plugged in?");
    }

    public static function isFull(string $place, int $has, int $needs): self
    {
        return new self(
            Concern::Room,
            "The place “{$place}” has ".
                self::bytes($has).
                ' free and needs '.
                self::bytes($needs).
                '. Nothing was copied there.',
        );
    }

    public static function cardIsOut(string $name): self
    {
        return new self(
            Concern::Card,
            "The card was pulled out at {$name}. Put it back into its slot and go on; what is verified stays verified.",
        );
    }

    public static function hasTravelledBadly(string $name): self
    {
        return new self(Concern::File, "{$name} is not what the browser sent. It has to be sent again.");
    }

    public static function wasStopped(): self
    {
        return new self(Concern::Wish, 'Copying was stopped.');
    }

    private static function bytes(int $bytes): string
    {
        return $bytes >= 1 << 30
            ? number_format($bytes / (1 << 30), 1).' GB'
            : number_format($bytes / (1 << 20), 1).' MB';
    }
}
