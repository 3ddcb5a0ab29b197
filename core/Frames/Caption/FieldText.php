<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Caption;

/** What may be typed into a field. Right-to-left text, combining marks and emoji are text like any other. */
final class FieldText
{
    /** @throws UnusableText with the reason, at its field */
    public static function check(Field $field, string $text): void
    {
        // A lone surrogate is not UTF-8 either (RFC 3629, section 3).
        if (! mb_check_encoding($text, 'UTF-8')) {
            throw UnusableText::isNoText($field);
        }
        // Characters that no XML 1.0 file can hold (section 2.2), and so no XMP.
        if (preg_match('/[\x00-\x08\x0B\x0C\x0E-\x1F]|\x{FFFE}|\x{FFFF}/u', $text, $found) === 1) {
            throw UnusableText::cannotBeWritten($field, mb_ord($found[0]));
        }
        $length = mb_strlen($text);
        if ($length > $field->longest()) {
            throw UnusableText::isTooLong($field, $length);
        }
        if (
            $field === Field::CountryCode &&
            $text !== '' &&
            ! str_contains($text, '{{') &&
            preg_match('/^[A-Za-z]{2,3}$/', trim($text)) !== 1
        ) {
            throw UnusableText::isNoCountryCode($field);
        }
    }

    /** What a file of somebody else holds, made into text that can be kept. */
    public static function tidied(string $text): string
    {
        // Most texts are plain, and there are tens of thousands of them.
        if (preg_match('/[^\x20-\x7E\n]/', $text) === 0) {
            return trim($text);
        }
        $text = mb_check_encoding($text, 'UTF-8') ? $text : mb_convert_encoding($text, 'UTF-8', 'Windows-1252');

        return trim(
            (string) preg_replace(
                '/[\x00-\x08\x0B\x0C\x0E-\x1F]|\x{FFFE}|\x{FFFF}/u',
                '',
                str_replace(["\r\n", "\r"], "\n", $text),
            ),
        );
    }
}
