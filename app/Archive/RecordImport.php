<?php

declare(strict_types=1);

namespace App\Archive;

use App\Deliver\Out\DestinationKind;
use App\Studio\Shoot;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Archive\InvalidBag;
use Kanpai\Core\Archive\Manifest;

/**
 * Writes the record of an archived shoot into the database. On an empty installation every row keeps its number; where
 * a number is taken, all of that table move up alike, and what refers to them follows.
 *
 * @phpstan-import-type RecordSaid from ShootRecord
 * @phpstan-import-type Row from ShootRecord
 */
final class RecordImport
{
    /** Keys inside texts that name a row, and its table. */
    private const KEYS = [
        'frame_id' => 'frames',
        'other_frame_id' => 'frames',
        'body_id' => 'bodies',
        'body' => 'bodies',
        'card_id' => 'cards',
        'shoot_id' => 'shoots',
        'everywhere' => 'sets',
        'set_id' => 'sets',
    ];

    private const PIECE = 200;

    /** @var array<string, int> table => what is added to its numbers */
    private array $moved = [];

    /** @var array<string, array<int, int>> table => old number => number here, of rows of the studio */
    private array $found = [];

    /** @var array<string, array<int, true>> table => numbers that the record holds */
    private array $held = [];

    /** @var array<int, int> bit there => bit here */
    private array $bits = [];

    private int $leftOut = 0;

    public function __construct(private readonly References $references)
    {
    }

    /**
     * In one transaction: all of it or nothing.
     *
     * @param  RecordSaid  $record
     * @param  Shoot  $shoot  an empty one that it becomes
     * @return int rows that belonged to other shoots and were left out
     */
    public function into(Shoot $shoot, array $record): int
    {
        DB::transaction(function () use ($shoot, $record): void {
            $this->find($shoot, $record['shared']);
            $this->place($shoot, $record);
            $this->insertAll($record);
            $own = array_intersect_key($record['shoot'], array_flip($this->references->columns('shoots')));
            DB::table('shoots')
                ->where('id', $shoot->id)
                ->update([...array_diff_key($own, ['id' => 1, 'studio_id' => 1, 'watched' => 1])]);
        });

        return $this->leftOut;
    }

    /** @param  RecordSaid  $record */
    private function insertAll(array $record): void
    {
        DB::statement('SET FOREIGN_KEY_CHECKS = 0');
        try {
            foreach (array_diff(array_keys(ShootTables::OWNED), ShootTables::OF_THE_DISK) as $table) {
                $this->insert($table, $record['tables'][$table] ?? [], $record['originals']);
            }
        } finally {
            DB::statement('SET FOREIGN_KEY_CHECKS = 1');
        }
    }

    /** @param  array<string, list<Row>>  $shared */
    private function find(Shoot $shoot, array $shared): void
    {
        foreach ($shared as $table => $rows) {
            foreach ($rows as $row) {
                $row = array_map(ShootRecord::bytes(...), $row);
                $id = $this->there($table, $shoot, $row);
                if ($id !== null) {
                    $this->found[$table][(int) $row['id']] = $id;
                }
                if ($table === 'uses') {
                    $this->bits[(int) $row['bit']] = (int) DB::table('uses')->where('id', $id)->value('bit');
                }
            }
        }
    }

    /**
     * The row of the studio that is the same, or a new one. Nobody becomes a member of the studio by a bag.
     *
     * @param  array<string, mixed>  $row
     */
    private function there(string $table, Shoot $shoot, array $row): ?int
    {
        $key = array_intersect_key($row, array_flip(ShootTables::SHARED[$table]));
        $id = DB::table($table)
            ->where(['studio_id' => $shoot->studio_id, ...$key])
            ->when($table === 'sets', fn ($sets) => $sets->whereNull('shoot_id'))
            ->value('id');

        return match (true) {
            $id !== null => (int) $id,
            $table === 'members' => null,
            default => $this->make($table, $shoot, $row),
        };
    }

    /** @param  array<string, mixed>  $row */
    private function make(string $table, Shoot $shoot, array $row): int
    {
        $row = [...$row, 'studio_id' => $shoot->studio_id];
        if (DB::table($table)->where('id', $row['id'])->exists()) {
            unset($row['id']);
        }

        return (int) DB::table($table)->insertGetId(match ($table) {
            'uses' => [...$row, 'bit' => self::freeBit($shoot->studio_id, (int) $row['bit'])],
            'colour_cubes' => $row,
            'destinations' => [...self::destination($row), 'created_at' => now(), 'updated_at' => now()],
            default => [...$row, 'created_at' => now(), 'updated_at' => now()],
        });
    }

    /**
     * How a destination is reached is no part of a bag.
     *
     * @param  array<string, mixed>  $row
     * @return array<string, mixed>
     */
    private static function destination(array $row): array
    {
        $kind = DestinationKind::tryFrom((string) $row['kind']) ?? DestinationKind::Drop;

        return [...$row, 'kind' => $kind->value] + ['settings' => Crypt::encryptString('[]')];
    }

    /**
     * The bit of a use, or another one where that is taken.
     *
     * @throws UnableToArchive
     */
    private static function freeBit(int $studio, int $bit): int
    {
        $taken = DB::table('uses')
            ->where('studio_id', $studio)
            ->pluck('bit')
            ->map(fn ($bit): int => (int) $bit)
            ->all();
        $free = array_values(array_diff([$bit, ...range(0, 31)], $taken));

        return $free[0] ?? throw UnableToArchive::noUseIsFree();
    }

    /** @param  RecordSaid  $record */
    private function place(Shoot $shoot, array $record): void
    {
        $this->found['shoots'] = [(int) $record['shoot']['id'] => $shoot->id];
        $this->found['studios'] = [(int) $record['shoot']['studio_id'] => $shoot->studio_id];
        foreach ($record['tables'] as $table => $rows) {
            $ids = array_map(intval(...), array_filter(array_column($rows, 'id')));
            $this->held[$table] = array_fill_keys($ids, true);
            if ($ids !== [] && isset(ShootTables::OWNED[$table])) {
                $this->moved[$table] = max(0, (int) DB::table($table)->max('id') - min($ids) + 1);
            }
        }
    }

    /**
     * @param  list<Row>  $rows
     * @param  array<string, mixed>  $originals
     */
    private function insert(string $table, array $rows, array $originals): void
    {
        $known = array_flip($this->references->columns($table));
        $ready = [];
        foreach ($rows as $row) {
            $row = array_map(ShootRecord::bytes(...), array_intersect_key($row, $known));
            if ($table === 'files' && isset($originals[(string) $row['id']])) {
                $row['destination'] = ShootRecord::bytes($originals[(string) $row['id']]);
            }
            $row = $this->moved($table, $row);
            if ($row !== null) {
                $ready[] = $row;
            }
        }
        foreach (array_chunk($ready, self::PIECE) as $some) {
            DB::table($table)->insert($some);
        }
    }

    /**
     * @param  array<string, mixed>  $row
     * @return array<string, mixed>|null null where it belongs to another shoot
     */
    private function moved(string $table, array $row): ?array
    {
        $this->guard($table, $row);
        $row = [...$row, ...array_intersect_key(ShootTables::OF_THE_MACHINE[$table] ?? [], $row)];
        if (isset($row['id'])) {
            $row['id'] = (int) $row['id'] + ($this->moved[$table] ?? 0);
        }
        foreach ($this->references->of($table) as $column => $to) {
            // 0 stands for none.
            if ((int) ($row[$column] ?? 0) === 0) {
                continue;
            }
            $row[$column] = $this->number($to, (int) $row[$column]);
            if ($row[$column] === null && ! $this->references->mayBeEmpty($table, $column)) {
                $this->leftOut++;

                return null;
            }
        }

        return $this->movedInside($table, $row);
    }

    /**
     * What names other rows inside a text, uses by their bits, and secrets.
     *
     * @param  array<string, mixed>  $row
     * @return array<string, mixed>
     */
    private function movedInside(string $table, array $row): array
    {
        foreach (ShootTables::INSIDE[$table] ?? [] as $column => $kind) {
            $row[$column] = isset($row[$column]) ? $this->inside((string) $row[$column], $kind) : null;
        }
        foreach (ShootTables::USES[$table] ?? [] as $column) {
            $row[$column] = isset($row[$column]) ? $this->uses((int) $row[$column]) : null;
        }
        foreach (ShootTables::SECRET[$table] ?? [] as $column) {
            $row[$column] = isset($row[$column]) ? Crypt::encryptString((string) $row[$column]) : null;
        }

        return $row;
    }

    /**
     * A record may come from anywhere: what it names as files lies below the folders they belong to, or it is refused.
     *
     * @param  array<string, mixed>  $row
     *
     * @throws InvalidBag
     */
    private function guard(string $table, array $row): void
    {
        foreach (ShootTables::PATHS[$table] ?? [] as $column) {
            if (isset($row[$column]) && $row[$column] !== '') {
                Manifest::stays((string) $row[$column]);
            }
        }
        if (isset($row['uuid']) && ! Str::isUuid((string) $row['uuid'])) {
            throw InvalidBag::climbs((string) $row['uuid']);
        }
        $mark = $table === 'galleries' ? json_decode((string) ($row['watermark'] ?? ''), true) : null;
        if (is_array($mark) && is_string($mark['image'] ?? null) && $mark['image'] !== '') {
            Manifest::stays($mark['image']);
        }
    }

    private function number(string $table, int $old): ?int
    {
        return isset($this->held[$table][$old])
            ? $old + ($this->moved[$table] ?? 0)
            : $this->found[$table][$old] ?? null;
    }

    private function inside(string $text, string $kind): string
    {
        if ($kind === 'way') {
            return $this->way($text);
        }
        if ($kind === 'query') {
            parse_str($text, $query);

            return http_build_query($this->keys($query));
        }
        $record = json_decode($text, true);
        if (! is_array($record)) {
            return $text;
        }

        return (string) json_encode(
            match ($kind) {
                'ways' => array_map(fn (mixed $way): mixed => is_string($way) ? $this->way($way) : $way, $record),
                'keys' => $this->keys($record),
                default => $this->numbers($kind, $record),
            },
            JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
        );
    }

    /**
     * @param  array<mixed>  $ids
     * @return list<int> of rows that came along
     */
    private function numbers(string $table, array $ids): array
    {
        $number = fn (mixed $id): ?int => is_numeric($id) ? $this->number($table, (int) $id) : null;

        return array_values(array_filter(array_map($number, $ids)));
    }

    /** `output:4`, `original:17`, `version:3` */
    private function way(string $way): string
    {
        [$kind, $id] = [...explode(':', $way, 2), ''];
        $table = ['output' => 'outputs', 'original' => 'files', 'version' => 'versions'][$kind] ?? null;

        return $table === null || ! ctype_digit($id) ? $way : $kind.':'.($this->number($table, (int) $id) ?? $id);
    }

    /**
     * @param  array<mixed>  $record
     * @return array<mixed>
     */
    private function keys(array $record): array
    {
        foreach ($record as $key => $value) {
            if ($key === 'frames' && is_array($value)) {
                $record[$key] = $this->numbers('frames', $value);
            } elseif (isset(self::KEYS[$key]) && is_numeric($value)) {
                $record[$key] = $this->number(self::KEYS[$key], (int) $value) ?? $value;
            } elseif (is_array($value)) {
                $record[$key] = $this->keys($value);
            }
        }

        return $record;
    }

    private function uses(int $uses): int
    {
        $here = 0;
        for ($bit = 0; $bit < 32; $bit++) {
            $here |= (($uses >> $bit) & 1) === 1 ? 1 << ($this->bits[$bit] ?? $bit) : 0;
        }

        return $here;
    }
}
