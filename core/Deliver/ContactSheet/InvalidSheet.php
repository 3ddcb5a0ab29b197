<?php

declare(strict_types=1);

namespace Kanpai\Core\Deliver\ContactSheet;

use InvalidArgumentException;

final class InvalidSheet extends InvalidArgumentException
{
    public static function count(int $most): self
    {
        return new self("A sheet has 1 to {$most} columns and rows.");
    }

    public static function tooSmall(): self
    {
        return new self('So many pictures would be smaller than 8 mm. Take fewer rows or columns, or larger paper.');
    }
}
