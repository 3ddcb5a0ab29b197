<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Caption;

/**
 * Several items as one text: separated by commas, semicolons or lines; an item that holds one of these is put in
 * double quotes, with its own quotes doubled (as RFC 4180 quotes a column).
 */
final class ListText
{
    /** @return list<string> trimmed, without empty items and repeats */
    public static function items(string $text): array
    {
        preg_match_all(
            '/\s*(?:"((?:[^"]|"")*)"(?=\s*(?:[,;\n]|$))|([^,;\n]*))\s*(?:[,;\n]|$)/u',
            $text,
            $found,
            PREG_SET_ORDER,
        );
        $items = [];
        foreach ($found as $one) {
            $item = trim(($one[2] ?? '') !== '' ? $one[2] : str_replace('""', '"', $one[1] ?? ''));
            if ($item !== '') {
                $items[$item] = true;
            }
        }

        return array_map(strval(...), array_keys($items));
    }

    /** @param  list<string>  $items */
    public static function of(array $items): string
    {
        return implode(
            ', ',
            array_map(
                fn (string $item): string => preg_match('/[,;\n]|^\s*"/', $item) === 1 ? self::quoted($item) : $item,
                $items,
            ),
        );
    }

    /**
     * As Exif has several creators in one text: separated by semicolons, quoted where they hold one (MWG 2.0, 5.3).
     *
     * @return list<string>
     */
    public static function ofExif(string $text): array
    {
        preg_match_all('/\s*(?:"((?:[^"]|"")*)"(?=\s*(?:;|$))|([^;]*))\s*(?:;|$)/u', $text, $found, PREG_SET_ORDER);

        return array_values(
            array_filter(
                array_map(
                    fn (array $one): string => trim(
                        ($one[2] ?? '') !== '' ? $one[2] : str_replace('""', '"', $one[1] ?? ''),
                    ),
                    $found,
                ),
                fn (string $item): bool => $item !== '',
            ),
        );
    }

    /** @param  list<string>  $items */
    public static function toExif(array $items): string
    {
        return implode(
            '; ',
            array_map(
                fn (string $item): string => preg_match('/;|^\s*"/', $item) === 1 ? self::quoted($item) : $item,
                $items,
            ),
        );
    }

    private static function quoted(string $item): string
    {
        return '"'.str_replace('"', '""', $item).'"';
    }
}
