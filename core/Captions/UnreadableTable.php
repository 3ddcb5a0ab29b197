<?php

declare(strict_types=1);

namespace Kanpai\Core\Captions;

use RuntimeException;

final class UnreadableTable extends RuntimeException
{
    public static function isEmpty(): self
    {
        return new self('There is nothing in it.');
    }

    public static function isNoText(): self
    {
        return new self('This is no text: save the table as CSV first.');
    }

    public static function isTooLarge(int $bytes): self
    {
        return new self(
            'This has '.number_format($bytes / 1_000_000, 1).' MB; a list of people or words has 16 at most.',
        );
    }

    public static function hasTooManyRows(): self
    {
        return new self('This has more than '.number_format(Table::MOST_ROWS).' rows.');
    }

    public static function openQuote(int $line): self
    {
        return new self("A quote on line {$line} is not closed.");
    }

    public static function unequalColumns(int $line, int $has, int $first): self
    {
        return new self(
            "Line {$line} has {$has} ".
                ($has === 1 ? 'column' : 'columns').
                ", the first row has {$first}. Nothing was taken.",
        );
    }

    public static function noName(int $line): self
    {
        return new self("Line {$line} has no name. Nothing was taken.");
    }

    public static function codeTwice(string $code, int $first, int $second): self
    {
        return new self(
            "The code “{$code}” is on line {$first} and on line {$second}: it would turn into either. Nothing was ".
                'taken.',
        );
    }

    public static function noTerm(int $line): self
    {
        return new self("Line {$line} names no keyword. Nothing was taken.");
    }

    public static function termTwice(string $term, string $first, string $second): self
    {
        return new self(
            "“{$term}” stands below “{$first}” and below “{$second}”: a keyword has one broader term. Nothing was ".
                'taken.',
        );
    }
}
