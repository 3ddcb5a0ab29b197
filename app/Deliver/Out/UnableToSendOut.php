<?php

declare(strict_types=1);

namespace App\Deliver\Out;

use RuntimeException;
use Throwable;

final class UnableToSendOut extends RuntimeException
{
    public static function because(Throwable $reason): self
    {
        $inmost = $reason;
        while ($inmost->getPrevious() !== null) {
            $inmost = $inmost->getPrevious();
        }
        $words = trim(
            (string) preg_replace(
                '/\s+/',
                ' ',
                strip_tags(mb_scrub((string) preg_replace('~(?<![\w.:/])/[^\s"\']*/~', '', $inmost->getMessage()))),
            ),
        );

        return new self(mb_substr($words, 0, 300), 0, $reason);
    }

    public static function isNotAllowed(string $problem): self
    {
        return new self($problem);
    }

    public static function isGone(string $name): self
    {
        return new self("{$name} is not on the disk any more.");
    }

    public static function arrivedOtherwise(string $name): self
    {
        return new self("{$name} arrived with another size than it was sent with.");
    }
}
