<?php

declare(strict_types=1);

namespace Kanpai\Core\Captions\Keyword;

use Kanpai\Core\Captions\UnreadableTable;

/** The words a studio finds its pictures by, each with the broader terms above it. */
final readonly class KeywordList
{
    /** @param  array<string, list<string>>  $paths  keyword => its broader terms, the broadest first, and itself */
    private function __construct(private array $paths)
    {
    }

    /**
     * Each row is a path from the broader term to the narrower one: in columns, or in one column with `>` between.
     *
     * @param  list<array{line: int, cells: list<string>}>  $rows
     *
     * @throws UnreadableTable
     */
    public static function of(array $rows): self
    {
        if ($rows === []) {
            throw UnreadableTable::isEmpty();
        }
        $paths = [];
        foreach ($rows as ['line' => $line, 'cells' => $cells]) {
            $path = self::path($cells);
            if ($path === []) {
                throw UnreadableTable::noTerm($line);
            }
            foreach ($path as $depth => $term) {
                $own = array_slice($path, 0, $depth + 1);
                $known = $paths[$term] ?? $own;
                if ($known !== $own && $depth > 0 && count($known) > 1) {
                    throw UnreadableTable::termTwice($term, $known[count($known) - 2], $own[count($own) - 2]);
                }
                $paths[$term] = count($own) > count($known) ? $own : $known;
            }
        }

        return new self($paths);
    }

    /**
     * @param  list<string>  $cells
     * @return list<string> from the widest term to the narrowest
     */
    private static function path(array $cells): array
    {
        $isFilled = fn (string $cell): bool => $cell !== '';
        $terms = count(array_filter($cells, $isFilled)) === 1 ? explode('>', implode('', $cells)) : $cells;

        return array_values(array_filter(array_map(trim(...), $terms), $isFilled));
    }

    /** @param  array<string, list<string>>  $paths */
    public static function ofPaths(array $paths): self
    {
        return new self($paths);
    }

    /** @return array<string, list<string>> keyword => its broader terms and itself */
    public function paths(): array
    {
        return $this->paths;
    }

    /**
     * Keywords with all the broader terms of each.
     *
     * @param  list<string>  $keywords
     * @return list<string>
     */
    public function withBroader(array $keywords): array
    {
        $all = [];
        foreach ($keywords as $keyword) {
            foreach ($this->paths[$keyword] ?? [$keyword] as $term) {
                $all[$term] = true;
            }
        }

        return array_map(strval(...), array_keys($all));
    }

    /**
     * Keywords that are not on the list; none where there is no list.
     *
     * @param  list<string>  $keywords
     * @return list<string>
     */
    public function unknown(array $keywords): array
    {
        return $this->paths === []
            ? []
            : array_values(array_filter($keywords, fn (string $keyword): bool => ! isset($this->paths[$keyword])));
    }
}
