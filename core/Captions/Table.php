<?php

declare(strict_types=1);

namespace Kanpai\Core\Captions;

/**
 * Rows of a text with separated columns (RFC 4180), as files and as people paste them.
 *
 * UTF-8 with a byte order mark or without, UTF-16 with one, else Windows-1252, which holds Latin-1; columns separated
 * by comma, semicolon or tabulator, whichever most lines have.
 */
final class Table
{
    public const MOST_ROWS = 50_000;

    private const MOST_BYTES = 16_000_000;

    private const FORMULA = '/^[=+\-@\t\r]/';

    /**
     * @return list<array{line: int, cells: list<string>}> rows that hold anything, with the line each begins on
     *
     * @throws UnreadableTable
     */
    public static function rows(string $bytes): array
    {
        $text = self::checked($bytes);
        $separator = self::separator($text);
        $stream = fopen('php://memory', 'r+b');
        assert($stream !== false);
        fwrite($stream, $text);
        rewind($stream);
        $rows = [];
        $line = 1;
        $from = 0;
        while (($cells = fgetcsv($stream, 0, $separator, '"', '')) !== false) {
            if (implode('', $cells) !== '') {
                $rows[] = ['line' => $line, 'cells' => array_map(self::plain(...), $cells)];
            }
            if (count($rows) > self::MOST_ROWS) {
                throw UnreadableTable::hasTooManyRows();
            }
            $to = (int) ftell($stream);
            $line += substr_count($text, "\n", $from, $to - $from);
            $from = $to;
        }

        return $rows;
    }

    /** @throws UnreadableTable */
    private static function checked(string $bytes): string
    {
        if (strlen($bytes) > self::MOST_BYTES) {
            throw UnreadableTable::isTooLarge(strlen($bytes));
        }
        $text = self::text($bytes);
        if (str_contains($text, "\0")) {
            throw UnreadableTable::isNoText();
        }
        if (substr_count($text, '"') % 2 === 1) {
            throw UnreadableTable::openQuote(self::lineOfOpenQuote($text));
        }

        return $text;
    }

    private static function plain(?string $cell): string
    {
        return (string) preg_replace("/^'(?=[=+\\-@\t\r])/", '', trim((string) $cell));
    }

    /**
     * Cells that a spreadsheet would take for a formula get an apostrophe in front (OWASP, CSV injection), which `rows`
     * takes away again.
     *
     * @param  iterable<list<string>>  $rows  first of them the names of the columns
     */
    public static function write(iterable $rows): string
    {
        $lines = '';
        foreach ($rows as $cells) {
            $lines .= implode(',', array_map(self::cell(...), $cells))."\r\n";
        }

        return $lines;
    }

    private static function cell(string $text): string
    {
        $text = preg_match(self::FORMULA, $text) === 1 && ! is_numeric($text) ? "'".$text : $text;

        return preg_match('/[",\r\n]/', $text) === 1 ? '"'.str_replace('"', '""', $text).'"' : $text;
    }

    /** The one that most of the first lines have, and of several the one they have most of. */
    private static function separator(string $text): string
    {
        $lines = array_slice(
            array_filter(explode("\n", substr($text, 0, 20_000)), fn (string $line): bool => trim($line) !== ''),
            0,
            20,
        );
        $best = ',';
        $most = [0, 0];
        foreach ([',', ';', "\t"] as $separator) {
            $counts = array_map(fn (string $line): int => substr_count($line, $separator), $lines);
            $score = [count(array_filter($counts)), array_sum($counts)];
            if ($score > $most) {
                [$best, $most] = [$separator, $score];
            }
        }

        return $best;
    }

    private static function text(string $bytes): string
    {
        $text = match (true) {
            str_starts_with($bytes, "\xEF\xBB\xBF") => substr($bytes, 3),
            str_starts_with($bytes, "\xFF\xFE") => mb_convert_encoding(substr($bytes, 2), 'UTF-8', 'UTF-16LE'),
            str_starts_with($bytes, "\xFE\xFF") => mb_convert_encoding(substr($bytes, 2), 'UTF-8', 'UTF-16BE'),
            mb_check_encoding($bytes, 'UTF-8') => $bytes,
            default => mb_convert_encoding($bytes, 'UTF-8', 'Windows-1252'),
        };

        return str_replace(["\r\n", "\r"], "\n", $text);
    }

    private static function lineOfOpenQuote(string $text): int
    {
        return substr_count($text, "\n", 0, (int) strrpos($text, '"')) + 1;
    }
}
