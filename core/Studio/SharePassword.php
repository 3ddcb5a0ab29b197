<?php

declare(strict_types=1);

namespace Kanpai\Core\Studio;

/** Passwords of galleries and deliveries: long enough, or four words that can be read out over the telephone. */
final class SharePassword
{
    /** Characters. */
    public const LEAST = 8;

    private const CONSONANTS = 'bdfgklmnprstvwz';

    private const VOWELS = 'aeiou';

    private const WORDS = 4;

    /**
     * Four words of two open syllables: eight syllables of 75, some 49 bits.
     *
     * @param  callable(int<1, max>): int  $draw  a number from 0 to below the one given, from a good source of chance
     */
    public static function suggest(callable $draw): string
    {
        $words = [];
        for ($i = 0; $i < self::WORDS; $i++) {
            $words[] = self::syllable($draw).self::syllable($draw);
        }

        return implode('-', $words);
    }

    /** @param  callable(int<1, max>): int  $draw */
    private static function syllable(callable $draw): string
    {
        return self::CONSONANTS[$draw(strlen(self::CONSONANTS))].self::VOWELS[$draw(strlen(self::VOWELS))];
    }
}
