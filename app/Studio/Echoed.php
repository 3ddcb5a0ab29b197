<?php

declare(strict_types=1);

namespace App\Studio;

/**
 * Text as it is put into pages. Names in scripts that run from right to left are isolated (Unicode Bidirectional
 * Algorithm, UAX #9, FSI and PDI), so that they leave the line around them as it is.
 */
final class Echoed
{
    private const ISOLATE = "\u{2068}";

    private const END = "\u{2069}";

    /** First bytes in UTF-8 of U+0590 to U+08FF and of the presentation forms. */
    private const MAYBE = "\xD6\xD7\xD8\xD9\xDA\xDB\xDC\xDD\xDE\xDF\xE0\xEF";

    public static function text(mixed $value): string
    {
        $text = e($value);
        if (
            strpbrk($text, self::MAYBE) === false ||
            preg_match('/[\x{0590}-\x{08FF}\x{FB1D}-\x{FDFF}\x{FE70}-\x{FEFF}]/u', $text) !== 1
        ) {
            return $text;
        }

        return self::ISOLATE.$text.self::END;
    }

    /** What a form brings back of it. */
    public static function plain(string $text): string
    {
        return str_replace([self::ISOLATE, self::END], '', $text);
    }
}
