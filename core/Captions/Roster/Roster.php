<?php

declare(strict_types=1);

namespace Kanpai\Core\Captions\Roster;

use Kanpai\Core\Captions\UnreadableTable;

/** Reads the people of a shoot from a table: number, name, team, role, code. */
final class Roster
{
    private const COLUMNS = ['number', 'name', 'team', 'role', 'code'];

    /** What the columns are called on start lists and team sheets (common practice, no source). */
    private const HEADS = [
        'number' => ['number', 'no', 'no.', 'nr', 'nr.', '#', 'bib', 'start number'],
        'name' => ['name', 'full name', 'person', 'athlete', 'player', 'guest'],
        'team' => ['team', 'club', 'crew', 'family', 'company'],
        'role' => ['role', 'position', 'seat', 'function'],
        'code' => ['code', 'short', 'initials', 'key'],
    ];

    /**
     * The first row may name the columns, in any order; else they are number, name, team, role, code.
     *
     * @param  list<array{line: int, cells: list<string>}>  $rows
     * @return list<Person>
     *
     * @throws UnreadableTable
     */
    public static function of(array $rows): array
    {
        $first = $rows[0]['cells'] ?? throw UnreadableTable::isEmpty();
        $named = self::columns($first);
        $columns = $named ?? array_flip(self::COLUMNS);
        $width = count($first);
        $people = $taken = [];
        foreach ($named === null ? $rows : array_slice($rows, 1) as ['line' => $line, 'cells' => $cells]) {
            if (count($cells) !== $width) {
                throw UnreadableTable::unequalColumns($line, count($cells), $width);
            }
            $cell = fn (string $name): string => trim($cells[$columns[$name] ?? -1] ?? '');
            if ($cell('name') === '') {
                throw UnreadableTable::noName($line);
            }
            $code = mb_strtolower($cell('code'));
            if ($code !== '' && isset($taken[$code])) {
                throw UnreadableTable::codeTwice($cell('code'), $taken[$code], $line);
            }
            $taken[$code] = $line;
            $short = fn (string $name): string => mb_substr($cell($name), 0, 200);
            $people[] = new Person(...array_map($short, self::COLUMNS));
        }

        return $people;
    }

    /**
     * @param  list<string>  $cells
     * @return array<string, int>|null
     */
    private static function columns(array $cells): ?array
    {
        $columns = [];
        foreach ($cells as $place => $cell) {
            foreach (self::HEADS as $name => $heads) {
                if (in_array(mb_strtolower(trim($cell)), $heads, true)) {
                    $columns[$name] ??= $place;
                }
            }
        }

        return isset($columns['name']) ? $columns : null;
    }
}
