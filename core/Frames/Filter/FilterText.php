<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Filter;

/**
 * Reads a filter as it is written: `verdict:keep and (rating>=3 or use:album) and not lens:"85 mm"`.
 *
 * `and` binds before `or`, `not` before both; two conditions side by side are joined by `and`; a word alone is looked
 * for in the captions, the file name, and the names of body and lens, and as what it looks like: 85mm, f/2.8, 1/500,
 * ISO400.
 */
final class FilterText
{
    public const MOST_DEPTH = 12;

    public const MOST_LENGTH = 2000;

    /** @param  list<string>  $tokens */
    private function __construct(private array $tokens, private int $at = 0)
    {
    }

    /** @throws InvalidFilter */
    public static function read(string $text): ?Term
    {
        $text = trim($text);
        if ($text === '') {
            return null;
        }
        if (mb_strlen($text) > self::MOST_LENGTH) {
            throw InvalidFilter::isTooLong(self::MOST_LENGTH);
        }
        $reader = new self(self::tokens($text));
        $term = $reader->any(0);
        if ($reader->peek() !== null) {
            throw InvalidFilter::goesOnOddly(implode(' ', array_slice($reader->tokens, $reader->at)));
        }

        return $term;
    }

    /**
     * @return list<string>
     *
     * @throws InvalidFilter
     */
    private static function tokens(string $text): array
    {
        $tokens = [];
        $at = 0;
        while ($at < strlen($text)) {
            // A bracket; a condition, with or without spaces around what compares; or a word. A quoted part may hold
            // anything.
            $part = '(?:"(?:[^"\\\\]|\\\\.)*"|[^\s()"])';
            if (
                preg_match(
                    '/\G\s*([()]|[\pL_-]+\s*(?:<=|>=|[:=<>])\s*'.$part.'*|'.$part.'+)\s*/u',
                    $text,
                    $m,
                    0,
                    $at,
                ) !== 1
            ) {
                throw InvalidFilter::goesOnOddly(mb_scrub(substr($text, $at)));
            }
            $tokens[] = (string) preg_replace('/^([\pL_-]+)\s*(<=|>=|[:=<>])\s*/u', '$1$2', $m[1]);
            $at += strlen($m[0]);
        }

        return $tokens;
    }

    private function any(int $depth): Term
    {
        $terms = [$this->all($depth)];
        while ($this->takes('or')) {
            $terms[] = $this->all($depth);
        }

        return count($terms) === 1 ? $terms[0] : new AnyOf($terms);
    }

    private function all(int $depth): Term
    {
        $terms = [$this->one($depth)];
        while (true) {
            $next = $this->peek();
            if ($this->takes('and')) {
                $terms[] = $this->one($depth);
            } elseif ($next !== null && $next !== ')' && strtolower($next) !== 'or') {
                $terms[] = $this->one($depth);
            } else {
                return count($terms) === 1 ? $terms[0] : new AllOf($terms);
            }
        }
    }

    private function one(int $depth): Term
    {
        if ($depth > self::MOST_DEPTH) {
            throw InvalidFilter::isTooDeep(self::MOST_DEPTH);
        }
        if ($this->takes('not')) {
            return new NoneOf($this->one($depth + 1));
        }
        if ($this->takes('(')) {
            $term = $this->any($depth + 1);
            if (! $this->takes(')')) {
                throw InvalidFilter::bracket();
            }

            return $term;
        }
        $token = $this->peek() ?? throw InvalidFilter::isCutShort();
        if ($token === ')' || in_array(strtolower($token), ['and', 'or'], true)) {
            throw InvalidFilter::goesOnOddly(implode(' ', array_slice($this->tokens, $this->at)));
        }
        $this->at++;
        if (preg_match('/^([\pL_-]+)(<=|>=|[:=<>])(.*)$/us', $token, $m) === 1) {
            return Test::of($m[1], $m[2], self::unquoted($m[3]));
        }
        $word = self::unquoted($token);

        return new AnyOf([
            ...self::measured($word),
            ...array_map(fn (Subject $subject): Test => Test::of($subject->value, ':', $word), [
                Subject::Words,
                Subject::Name,
                Subject::Body,
                Subject::Lens,
            ]),
        ]);
    }

    /**
     * What a word alone says when it is written as photographers write figures.
     *
     * @return list<Test>
     */
    private static function measured(string $word): array
    {
        $subject = match (1) {
            preg_match('/^\d+(\.\d+)?\s?mm$/i', $word) => Subject::Focal,
            preg_match('/^f\/?\d+(\.\d+)?$/i', $word) => Subject::Aperture,
            preg_match('/^(1\/\d+(\.\d+)?s?|\d+(\.\d+)?s)$/i', $word) => Subject::Shutter,
            preg_match('/^iso\s?\d+$/i', $word) => Subject::Iso,
            preg_match('/^alone$/i', $word) => Subject::Proposed,
            default => null,
        };

        return $subject === null ? [] : [Test::of($subject->value, ':', $word)];
    }

    private function peek(): ?string
    {
        return $this->tokens[$this->at] ?? null;
    }

    private function takes(string $word): bool
    {
        if (strtolower($this->peek() ?? '') !== $word) {
            return false;
        }
        $this->at++;

        return true;
    }

    private static function unquoted(string $text): string
    {
        return (string) preg_replace_callback(
            '/"((?:[^"\\\\]|\\\\.)*)"/su',
            fn (array $m): string => stripslashes($m[1]),
            $text,
        );
    }
}
