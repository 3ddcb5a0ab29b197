<?php

declare(strict_types=1);

namespace App\Deliver;

use RuntimeException;

final class UnableToDeliver extends RuntimeException
{
    public static function noProvedJpeg(string $name): self
    {
        return new self("{$name} has no JPEG with a proved copy. Copy its card first.");
    }

    public static function isDamaged(string $name): self
    {
        return new self("No copy of {$name} is the same as on the card any more. Prove the copies of its card again.");
    }

    public static function cannotPack(string $reason): self
    {
        return new self('The ZIP could not be written: '.$reason);
    }
}
