<?php

declare(strict_types=1);

namespace App\Deliver;

use Illuminate\Support\Number;
use RuntimeException;

final class UnableToDeliver extends RuntimeException
{
    public static function noVerifiedCopy(string $name): self
    {
        return new self("{$name} has no verified copy. Copy its card first.");
    }

    public static function isDamaged(string $name): self
    {
        return new self("No copy of {$name} is the same as on the card any more. Prove the copies of its card again.");
    }

    public static function cannotPack(string $reason): self
    {
        return new self('The ZIP could not be written: '.$reason);
    }

    public static function outputIsGone(): self
    {
        return new self('An output of this delivery was removed. Send it again with one that is there.');
    }

    public static function hasNoRoom(int $needs, int $has): self
    {
        return new self(
            'The disk of deliveries has '.
                Number::fileSize($has, 1).
                ' free, and '.
                Number::fileSize($needs, 1).
                ' are needed. Free some room, then try again; what is packed stays.',
        );
    }
}
