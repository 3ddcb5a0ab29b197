<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull;

use Kanpai\Core\Captions\Table;
use Kanpai\Core\Captions\UnreadableTable;
use Kanpai\Core\Frames\InvalidMark;
use Kanpai\Core\Frames\Verdict;

/**
 * Verdicts, ratings and uses of frames as a table (CSV of RFC 4180), as it goes out and as it comes in from elsewhere;
 * or just a list of names, of which each is to be marked alike.
 *
 * @phpstan-type Mark array{name: string, verdict: string|null, rating: int|null, uses: list<string>|null}
 */
final readonly class MarkList
{
    public const COLUMNS = ['name', 'verdict', 'rating', 'uses', 'time'];

    /**
     * @param  list<Mark>  $marks
     * @param  list<string>  $problems  lines that cannot be read, in words
     */
    private function __construct(public array $marks, public array $problems)
    {
    }

    /**
     * @param  iterable<array{string, Verdict, int, list<string>, string}>  $frames  name, verdict, rating, uses, time
     */
    public static function write(iterable $frames): string
    {
        $rows = [self::COLUMNS];
        foreach ($frames as [$name, $verdict, $rating, $uses, $time]) {
            $rows[] = [$name, $verdict->value, (string) $rating, implode('; ', $uses), $time];
        }

        return Table::write($rows);
    }

    /**
     * A table with a first line that names the columns, or names between lines, commas or spaces, in quotes or not.
     *
     * @throws UnreadableTable when it is no text at all
     */
    public static function read(string $text): self
    {
        if (! self::isTable($text)) {
            return self::names($text);
        }
        $marks = $problems = [];
        $columns = null;
        foreach (Table::rows($text) as ['line' => $line, 'cells' => $row]) {
            if ($columns === null) {
                $columns = array_flip(array_map(self::column(...), $row));

                continue;
            }
            $cells = array_map(fn (int $at): string => trim($row[$at] ?? ''), $columns);
            if (($cells['name'] ?? '') === '') {
                continue;
            }
            try {
                $marks[] = self::mark($cells);
            } catch (InvalidMark $reason) {
                $problems[] = "Line {$line}, {$cells['name']}: {$reason->getMessage()}";
            }
        }

        return new self($marks, $problems);
    }

    private static function isTable(string $text): bool
    {
        $first = strtolower((string) strtok(ltrim($text, "\xEF\xBB\xBF \r\n"), "\r\n"));

        return preg_match('/^"?(name|file ?name|file)"?\s*[,;\t]/', $first) === 1 || trim($first) === 'name';
    }

    /** What a column is called here, by what it is called in the table. */
    private static function column(string $title): string
    {
        $title = strtolower(trim($title));

        return in_array($title, ['file', 'filename', 'file name'], true) ? 'name' : $title;
    }

    /**
     * @param  array<string, string>  $cells  column => text
     * @return Mark
     *
     * @throws InvalidMark
     */
    private static function mark(array $cells): array
    {
        $verdict = strtolower($cells['verdict'] ?? '');
        if ($verdict !== '' && Verdict::tryFrom($verdict) === null) {
            throw InvalidMark::verdict(mb_strimwidth($verdict, 0, 20, '…'));
        }
        $rating = $cells['rating'] ?? '';
        if ($rating !== '' && preg_match('/^[0-5]$/', $rating) !== 1) {
            throw InvalidMark::rating((int) $rating);
        }

        return [
            'name' => $cells['name'],
            'verdict' => $verdict === '' ? null : $verdict,
            'rating' => $rating === '' ? null : (int) $rating,
            'uses' => isset($cells['uses']) ? self::uses($cells['uses']) : null,
        ];
    }

    /** @return list<string> */
    private static function uses(string $text): array
    {
        return array_values(array_filter(array_map(trim(...), explode(';', $text))));
    }

    /**
     * @param  array<int, string>  $frames  frame => name
     * @return array{array<string, list<int>>, array<string, list<int>>} frames by their names, and without endings
     */
    private static function byName(array $frames): array
    {
        $whole = $stems = [];
        foreach ($frames as $frame => $name) {
            $whole[mb_strtolower($name)][] = $frame;
            $stems[self::stem($name)][] = $frame;
        }

        return [$whole, $stems];
    }

    /**
     * Finds the frames of the names: with their ending, or without when only one frame is called so.
     *
     * @param  array<int, string>  $frames  frame => name
     * @param  array<int, string>  $before  frame => what it was called before, for names that no frame has now
     * @return array{found: array<int, int>, missing: list<string>, several: list<string>} place in `marks` => frame
     */
    public function matched(array $frames, array $before = []): array
    {
        $tables = [...self::byName($frames), ...self::byName($before)];
        $found = $missing = $several = [];
        foreach ($this->marks as $n => ['name' => $name]) {
            $key = mb_strtolower(basename(str_replace('\\', '/', $name)));
            $own =
                $tables[0][$key] ??
                ($tables[1][self::stem($key)] ?? ($tables[2][$key] ?? ($tables[3][self::stem($key)] ?? [])));
            match (count($own)) {
                0 => ($missing[] = $name),
                1 => ($found[$n] = $own[0]),
                default => ($several[] = $name),
            };
        }

        return ['found' => $found, 'missing' => $missing, 'several' => $several];
    }

    private static function names(string $text): self
    {
        preg_match_all(
            '/"((?:[^"]|"")*)"|([^\s,;"]+)/',
            mb_scrub(ltrim($text, "\xEF\xBB\xBF"), 'UTF-8'),
            $found,
            PREG_SET_ORDER,
        );
        $names = array_values(
            array_unique(
                array_filter(
                    array_map(
                        fn (array $m): string => trim(
                            ($m[2] ?? '') !== '' ? $m[2] : str_replace('""', '"', $m[1] ?? ''),
                        ),
                        $found,
                    ),
                    fn (string $name): bool => $name !== '',
                ),
            ),
        );

        return new self(
            array_map(
                fn (string $name): array => ['name' => $name, 'verdict' => null, 'rating' => null, 'uses' => null],
                $names,
            ),
            [],
        );
    }

    private static function stem(string $name): string
    {
        return mb_strtolower((string) preg_replace('/\.[^.]{1,5}$/', '', $name));
    }
}
