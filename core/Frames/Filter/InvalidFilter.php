<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Filter;

use RuntimeException;

final class InvalidFilter extends RuntimeException
{
    public static function asksForNothingKnown(string $word): self
    {
        return new self(
            'A filter cannot ask about “'.
                mb_strimwidth($word, 0, 40, '…').
                '”. It can ask about '.
                implode(', ', array_column(Subject::cases(), 'value')).
                '.',
        );
    }

    public static function lacksAValue(Subject $subject): self
    {
        return new self("After “{$subject->value}” a value is missing: {$subject->help()}.");
    }

    public static function comparesOddly(string $operator): self
    {
        return new self("“{$operator}” compares nothing. Write : or =, <, <=, > or >=.");
    }

    public static function cannotCompare(Subject $subject, string $operator): self
    {
        return new self(
            "“{$subject->value}” has no more and less, so “{$operator}” says nothing. Write “{$subject->value}:” ".
                "and {$subject->help()}.",
        );
    }

    public static function value(Subject $subject, string $value): self
    {
        return new self(
            "“{$subject->value}” cannot be “".mb_strimwidth($value, 0, 40, '…')."”: {$subject->help()}.",
        );
    }

    public static function isCutShort(): self
    {
        return new self('The filter ends where something must follow.');
    }

    public static function goesOnOddly(string $rest): self
    {
        return new self(
            'The filter cannot be read from here on: “'.
                mb_strimwidth($rest, 0, 40, '…').
                '”. Join conditions with and, or, not and brackets.',
        );
    }

    public static function bracket(): self
    {
        return new self('A bracket is opened and not closed.');
    }

    public static function isTooDeep(int $most): self
    {
        return new self(
            "The filter has brackets within brackets more than {$most} deep. Save a part of it as a live set, and ".
                'ask for that set.',
        );
    }

    public static function isTooLong(int $most): self
    {
        return new self(
            "The filter is longer than {$most} characters. Save a part of it as a live set, and ask for that set.",
        );
    }

    public static function set(string $name): self
    {
        return new self("There is no set called “{$name}”.");
    }

    public static function goesRound(string $name): self
    {
        return new self("The live set “{$name}” asks for itself.");
    }
}
