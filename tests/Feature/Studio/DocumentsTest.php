<?php

declare(strict_types=1);

namespace Tests\Feature\Studio;

use Illuminate\Support\Facades\Schema;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use Tests\Feature\FeatureTestCase;

/** docs/ARCHITECTURE.md names classes, tables and columns: all of them are there. */
final class DocumentsTest extends FeatureTestCase
{
    public function test_every_class_that_is_named_is_there(): void
    {
        $there = '';
        foreach (['app', 'core', 'tests', 'deploy'] as $folder) {
            foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator(base_path($folder))) as $file) {
                $there .= strtr((string) $file, '/', '\\')."\n";
            }
        }
        preg_match_all('/`((?:[A-Z][A-Za-z]+\\\\)*[A-Z][a-z]+[A-Za-z]*)(?:::\w+)?`/', self::document(), $named);
        self::assertGreaterThan(80, count($named[1]));
        foreach (array_unique($named[1]) as $class) {
            $isThere = str_contains($there, "\\{$class}.php") || str_contains($there, "\\{$class}\\");
            self::assertTrue($isThere, "{$class} is named and not there");
        }
    }

    public function test_every_table_and_column_of_the_glossary_is_there(): void
    {
        $glossary = (string) strstr(self::document(), '## Glossary');
        preg_match_all('/^\| [^|]+ \| [^|]+ \| ([a-z_.]+(?:[,;] [a-z_.]+)*) \|$/m', $glossary, $rows);
        self::assertGreaterThan(35, count($rows[1]));
        foreach ($rows[1] as $row) {
            $table = '';
            foreach (preg_split('/[,;] /', $row) ?: [] as $name) {
                // A name that is no table's is a column of the table before it.
                [$first, $column] = [...explode('.', $name), ''];
                [$table, $column] = Schema::hasTable($first) ? [$first, $column] : [$table, $first];
                self::assertTrue(Schema::hasTable($table), "{$row}: there is no table {$table}");
                $isThere = $column === '' || Schema::hasColumn($table, $column);
                self::assertTrue($isThere, "{$row}: there is no {$table}.{$column}");
            }
        }
    }

    private static function document(): string
    {
        return (string) file_get_contents(base_path('docs/ARCHITECTURE.md'));
    }
}
