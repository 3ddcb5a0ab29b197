<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks;

use RuntimeException;

/** A file of a colour table that cannot be taken. */
final class UnreadableCube extends RuntimeException
{
    public static function hasNoSize(): self
    {
        return new self('This is no table of colours: the line LUT_3D_SIZE is missing.');
    }

    public static function isTooLarge(int $grid, int $most): self
    {
        return new self("This table has {$grid} nodes a side; 2 to {$most} can be taken.");
    }

    public static function hasNoNumbers(int $line, string $text): self
    {
        return new self("Line {$line} is not three numbers with points and spaces: “".mb_substr($text, 0, 40).'”.');
    }

    public static function hasOtherRows(int $wanted, int $there): self
    {
        return new self('There should be '.number_format($wanted).' lines of colours, and there are '.
            number_format($there).'.');
    }

    public static function hasOtherDomain(): self
    {
        return new self('This table is for values beyond 0 to 1, which pictures of screens do not have.');
    }
}
