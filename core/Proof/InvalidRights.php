<?php

declare(strict_types=1);

namespace Kanpai\Core\Proof;

use DomainException;

/** What a share cannot allow; the message says why, for whoever sets it up. */
final class InvalidRights extends DomainException
{
    public static function name(int $longest): self
    {
        return new self("A list needs a name of up to {$longest} characters, such as Album.");
    }

    public static function nameWithoutLetters(string $name): self
    {
        return new self("“{$name}” is no name of a list. Write a word, and how many behind it: Album 40.");
    }

    public static function number(string $list): self
    {
        return new self("The numbers for “{$list}” are whole, from 1 to 60,000, or left empty.");
    }

    public static function order(string $list, int $least, int $most): self
    {
        return new self("For “{$list}” at least {$least} and at most {$most} cannot both be met.");
    }

    public static function twice(string $list): self
    {
        return new self("There are two lists called “{$list}”.");
    }

    public static function unreadable(string $line): self
    {
        return new self("“{$line}” is no list. Write its name and, if you like, how many: Album 40, or Parents 10-20.");
    }

    public static function tooMany(int $most): self
    {
        return new self("A share has {$most} lists at most.");
    }
}
