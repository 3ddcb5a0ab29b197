<?php

declare(strict_types=1);

namespace App\Archive;

use App\Studio\Shoot;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;

/**
 * Everything that the database knows of a shoot, as one JSON: each row of each table as it stands, a row a line. What
 * is no UTF-8 is written as {"base64": …}; what is encrypted for this installation is written plainly, so that links
 * work wherever the bag is taken in.
 *
 * @phpstan-type Row array<string, mixed>
 * @phpstan-type RecordSaid array{kanpai: int, made: string, studio: array{name: string}, shoot: Row,
 *     originals: array<string, string>, shared: array<string, list<Row>>, tables: array<string, list<Row>>}
 */
final class ShootRecord
{
    public const VERSION = 1;

    private const PIECE = 500;

    public function __construct(private readonly References $references)
    {
    }

    /** @param  array<int, string>  $originals  file => path below the originals of the bag */
    public function of(Shoot $shoot, array $originals): string
    {
        $json = fn (mixed $said): string => json_encode(
            $said,
            JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
        );
        $text =
            '{"kanpai": '.
            self::VERSION.
            ', "made": '.
            $json(now()->toIso8601String()).
            ', "studio": '.
            $json(['name' => $shoot->studio->name]).
            ",\n\"shoot\": ".
            $json($this->row('shoots', (array) DB::table('shoots')->where('id', $shoot->id)->first())).
            ",\n\"originals\": ".
            $json((object) array_map(self::text(...), $originals)).
            ",\n\"tables\": {\n";
        $ids = ['shoots' => [$shoot->id]];
        $used = [];
        $tables = [];
        foreach (ShootTables::OWNED as $table => [$column, $owner]) {
            $lines = [];
            foreach (array_chunk($ids[$owner] ?? [], self::PIECE) as $some) {
                foreach (
                    DB::table($table)
                        ->whereIn($column, $some)
                        ->orderBy(in_array('id', $this->references->columns($table), true) ? 'id' : $column)
                        ->get() as $row
                ) {
                    $row = (array) $row;
                    if (isset($row['id'])) {
                        $ids[$table][] = (int) $row['id'];
                    }
                    foreach ($this->references->of($table) as $refers => $to) {
                        if (isset(ShootTables::SHARED[$to]) && $row[$refers] !== null) {
                            $used[$to][(int) $row[$refers]] = true;
                        }
                    }
                    $lines[] = $json($this->row($table, $row));
                }
            }
            $tables[] = $json($table).": [\n".implode(",\n", $lines)."\n]";
        }
        $text .=
            implode(",\n", $tables).
            "\n},\n\"shared\": ".
            $json($this->shared($shoot, $used, $ids['sets'] ?? [])).
            "}\n";

        return $text;
    }

    /**
     * @return RecordSaid
     *
     * @throws UnableToArchive
     */
    public static function read(string $text): array
    {
        $said = json_decode($text, true, 512);
        if (
            ! is_array($said) ||
            ($said['kanpai'] ?? null) !== self::VERSION ||
            ! is_array($said['shoot'] ?? null) ||
            ! is_array($said['tables'] ?? null) ||
            ! is_array($said['shared'] ?? null) ||
            ! is_array($said['originals'] ?? null)
        ) {
            throw UnableToArchive::unknownRecord();
        }

        /** @var RecordSaid $said */
        return $said;
    }

    /** @return string|array{base64: string} */
    public static function text(string $value): string|array
    {
        return mb_check_encoding($value, 'UTF-8') ? $value : ['base64' => base64_encode($value)];
    }

    public static function bytes(mixed $said): mixed
    {
        return is_array($said) && is_string($said['base64'] ?? null)
            ? (string) base64_decode($said['base64'], true)
            : $said;
    }

    /**
     * @param  array<string, mixed>  $row
     * @return array<string, mixed>
     */
    private function row(string $table, array $row): array
    {
        foreach (ShootTables::SECRET[$table] ?? [] as $column) {
            $row[$column] = $row[$column] === null ? null : Crypt::decryptString((string) $row[$column]);
        }

        return array_map(fn (mixed $value): mixed => is_string($value) ? self::text($value) : $value, $row);
    }

    /**
     * @param  array<string, array<int, true>>  $used  table => rows that are referred to
     * @param  list<int>  $own  sets that are the shoot's own
     * @return array<string, list<array<string, mixed>>>
     */
    private function shared(Shoot $shoot, array $used, array $own): array
    {
        $columns = [
            'members' => ['id', 'name', 'email', 'role'],
            'bodies' => ['id', 'make', 'model', 'serial', 'last_shooter'],
            'uses' => ['id', 'bit', 'name'],
            'outputs' => ['id', 'name', 'plan', 'folder', 'file', 'is_shared'],
            'destinations' => ['id', 'name', 'kind'],
            'sets' => ['id', 'name', 'rule'],
        ];
        $shared = [];
        foreach ($columns as $table => $names) {
            $rows = DB::table($table)->where('studio_id', $shoot->studio_id);
            // Uses are told by their bits, outputs by their place in a text: all of them may be meant.
            $rows = in_array($table, ['uses', 'outputs'], true)
                ? $rows
                : $rows->whereIn('id', array_diff(array_keys($used[$table] ?? []), $table === 'sets' ? $own : []));
            $shared[$table] = array_values(
                $rows
                    ->orderBy('id')
                    ->get($names)
                    ->map(fn (\stdClass $row): array => $this->row($table, (array) $row))
                    ->all(),
            );
        }

        return $shared;
    }
}
