<?php

declare(strict_types=1);

namespace App\Archive;

use App\Studio\Shoot;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;

/**
 * Everything that the database knows of a shoot, as one JSON: each row of each table as it is, a row a line. What
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

    private const SHARED_COLUMNS = [
        'members' => ['id', 'name', 'email', 'role'],
        'bodies' => ['id', 'make', 'model', 'serial', 'last_shooter'],
        'uses' => ['id', 'bit', 'name'],
        'outputs' => ['id', 'name', 'plan', 'folder', 'file', 'is_shared'],
        'destinations' => ['id', 'name', 'kind'],
        'sets' => ['id', 'name', 'rule'],
        'colour_cubes' => ['id', 'hash', 'grid', 'nodes'],
    ];

    /** @var array<string, list<int>> table => rows that are written so far */
    private array $ids = [];

    /** @var array<string, array<int, true>> table of the studio => rows that are referred to so far */
    private array $used = [];

    public function __construct(private readonly References $references)
    {
    }

    /** @param  array<int, string>  $originals  file => path below the originals of the bag */
    public function of(Shoot $shoot, array $originals): string
    {
        $this->ids = ['shoots' => [$shoot->id]];
        $this->used = [];
        $tables = $this->tables();
        $row = $this->row('shoots', (array) DB::table('shoots')->where('id', $shoot->id)->first());
        $made = self::json(now()->toIso8601String());
        $studio = self::json(['name' => $shoot->studio->name]);
        $entries = [
            '"kanpai": '.self::VERSION.", \"made\": {$made}, \"studio\": {$studio}",
            '"shoot": '.self::json($row),
            '"originals": '.self::json((object) array_map(self::text(...), $originals)),
            "\"tables\": {\n{$tables}\n}",
            '"shared": '.self::json($this->shared($shoot, $this->used, $this->ids['sets'] ?? [])),
        ];

        return '{'.implode(",\n", $entries)."}\n";
    }

    /** @phpstan-impure */
    private function tables(): string
    {
        $tables = [];
        foreach (ShootTables::OWNED as $table => [$column, $owner]) {
            $lines = $this->lines($table, $column, $this->ids[$owner] ?? []);
            $tables[] = self::json($table).": [\n".implode(",\n", $lines)."\n]";
        }

        return implode(",\n", $tables);
    }

    /**
     * The rows of a table that belong to some rows of another, each as a line. Their numbers are noted, and what they
     * refer to.
     *
     * @param  list<int>  $owners
     * @return list<string>
     *
     * @phpstan-impure
     */
    private function lines(string $table, string $column, array $owners): array
    {
        $lines = [];
        $order = in_array('id', $this->references->columns($table), true) ? 'id' : $column;
        foreach (array_chunk($owners, self::PIECE) as $some) {
            foreach (DB::table($table)->whereIn($column, $some)->orderBy($order)->get() as $row) {
                $this->note($table, (array) $row);
                $lines[] = self::json($this->row($table, (array) $row));
            }
        }

        return $lines;
    }

    /** @param  array<string, mixed>  $row */
    private function note(string $table, array $row): void
    {
        if (isset($row['id'])) {
            $this->ids[$table][] = (int) $row['id'];
        }
        foreach ($this->references->of($table) as $refers => $to) {
            if (isset(ShootTables::SHARED[$to]) && $row[$refers] !== null) {
                $this->used[$to][(int) $row[$refers]] = true;
            }
        }
    }

    private static function json(mixed $value): string
    {
        return json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
    }

    /**
     * @return RecordSaid
     *
     * @throws UnableToArchive
     */
    public static function read(string $text): array
    {
        $data = json_decode($text, true, 512);
        if (
            ! is_array($data) ||
            ($data['kanpai'] ?? null) !== self::VERSION ||
            ! is_array($data['shoot'] ?? null) ||
            ! is_array($data['tables'] ?? null) ||
            ! is_array($data['shared'] ?? null) ||
            ! is_array($data['originals'] ?? null)
        ) {
            throw UnableToArchive::unknownRecord();
        }

        /** @var RecordSaid $data */
        return $data;
    }

    /** @return string|array{base64: string} */
    public static function text(string $value): string|array
    {
        return mb_check_encoding($value, 'UTF-8') ? $value : ['base64' => base64_encode($value)];
    }

    public static function bytes(mixed $data): mixed
    {
        return is_array($data) && is_string($data['base64'] ?? null)
            ? (string) base64_decode($data['base64'], true)
            : $data;
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

    /** @return list<string> tables of colours that looks of the shoot name */
    private static function cubes(Shoot $shoot): array
    {
        $hashes = DB::table('looks')
            ->where('shoot_id', $shoot->id)
            ->selectRaw("DISTINCT JSON_VALUE(`values`, '$.cube.table') AS hash")
            ->pluck('hash');

        return array_values(array_filter($hashes->all(), is_string(...)));
    }

    /**
     * @param  array<string, array<int, true>>  $used  table => rows that are referred to
     * @param  list<int>  $own  sets that are the shoot's own
     * @return array<string, list<array<string, mixed>>>
     */
    private function shared(Shoot $shoot, array $used, array $own): array
    {
        $shared = [];
        foreach (self::SHARED_COLUMNS as $table => $names) {
            $rows = DB::table($table)->where('studio_id', $shoot->studio_id)->orderBy('id');
            // Uses are identified by their bits, outputs by their place in a text: any of them may be needed.
            match ($table) {
                'uses', 'outputs' => $rows,
                'colour_cubes' => $rows->whereIn('hash', self::cubes($shoot)),
                'sets' => $rows->whereIn('id', array_diff(array_keys($used[$table] ?? []), $own)),
                default => $rows->whereIn('id', array_keys($used[$table] ?? [])),
            };
            $all = $rows->get($names)->map(fn (\stdClass $row): array => $this->row($table, (array) $row));
            $shared[$table] = array_values($all->all());
        }

        return $shared;
    }
}
