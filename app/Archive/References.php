<?php

declare(strict_types=1);

namespace App\Archive;

use Illuminate\Support\Facades\DB;

/** Which columns refer to which tables, and which may be empty: as the database itself says. */
final class References
{
    private const REFERENCES = 'SELECT TABLE_NAME AS t, COLUMN_NAME AS c, REFERENCED_TABLE_NAME AS r FROM '.
        'information_schema.KEY_COLUMN_USAGE WHERE TABLE_SCHEMA = DATABASE() AND REFERENCED_TABLE_NAME IS NOT NULL';

    private const COLUMNS = 'SELECT TABLE_NAME AS t, COLUMN_NAME AS c, IS_NULLABLE AS n FROM '.
        'information_schema.COLUMNS WHERE TABLE_SCHEMA = DATABASE()';

    /** @var array<string, array<string, string>> table => column => table it refers to */
    private array $references = [];

    /** @var array<string, array<string, bool>> table => column => whether it may be empty */
    private array $columns = [];

    public function __construct()
    {
        foreach (DB::select(self::REFERENCES) as $row) {
            $this->references[(string) $row->t][(string) $row->c] = (string) $row->r;
        }
        foreach (ShootTables::MORE_REFERENCES as $table => $columns) {
            $this->references[$table] = [...$this->references[$table] ?? [], ...$columns];
        }
        foreach (DB::select(self::COLUMNS) as $row) {
            $this->columns[(string) $row->t][(string) $row->c] = $row->n === 'YES';
        }
    }

    /** @return array<string, string> column => table */
    public function of(string $table): array
    {
        return $this->references[$table] ?? [];
    }

    /** @return list<string> */
    public function columns(string $table): array
    {
        return array_keys($this->columns[$table] ?? []);
    }

    public function mayBeEmpty(string $table, string $column): bool
    {
        return $this->columns[$table][$column] ?? false;
    }

    /** @return array<string, array<string, string>> */
    public function all(): array
    {
        return $this->references;
    }
}
