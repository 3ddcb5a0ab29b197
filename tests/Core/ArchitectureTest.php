<?php

declare(strict_types=1);

namespace Tests\Core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** The rooms: each uses those above it in the list, never those below; the core knows no framework. */
final class ArchitectureTest extends TestCase
{
    private const ROOMS = [
        'Studio',
        'Imaging',
        'Frames',
        'Copies',
        'Ingest',
        'Clocks',
        'Captions',
        'Cull',
        'Looks',
        'Proof',
        'Deliver',
        'Archive',
        'Demo',
    ];

    /** Room => the tables that are its own: it alone writes them; rooms below it may read them. */
    private const TABLES = [
        'Studio' => [
            'studios',
            'members',
            'shoots',
            'tasks',
            'jobs',
            'failed_jobs',
            'cache',
            'cache_locks',
            'outbox_mails',
            'revisions',
            'kept_figures',
        ],
        'Frames' => ['frames', 'bodies', 'files', 'versions', 'uses', 'sets', 'set_frames', 'moment_edits'],
        'Copies' => ['places', 'copies', 'version_copies'],
        'Ingest' => ['cards', 'arrivals', 'upload_links', 'name_patterns', 'renames', 'frame_metadata'],
        'Clocks' => ['clocks', 'ties', 'clock_changes'],
        'Captions' => [
            'captions',
            'caption_words',
            'caption_sheets',
            'caption_batches',
            'caption_changes',
            'roster_people',
            'keywords',
            'sidecars',
        ],
        'Cull' => ['culls', 'steps', 'marks', 'rounds', 'round_frames', 'frame_measures', 'faces', 'findings', 'tastes'],
        'Looks' => [
            'finishings',
            'looks',
            'look_steps',
            'look_changes',
            'light_edits',
            'saved_looks',
            'studio_finishings',
            'colour_cubes',
            'raws',
            'sensor_dust',
            'finishing_habits',
        ],
        'Proof' => [
            'galleries',
            'gallery_frames',
            'shares',
            'guests',
            'choices',
            'guest_ratings',
            'guest_steps',
            'comments',
            'selections',
            'selection_frames',
        ],
        'Deliver' => [
            'outputs',
            'output_runs',
            'output_files',
            'deliveries',
            'delivery_parts',
            'delivery_files',
            'delivery_zips',
            'recipients',
            'receipts',
            'destinations',
            'shipments',
            'shipped_files',
            'handoffs',
            'handoff_frames',
            'handoff_notes',
            'returned_files',
            'contact_sheets',
        ],
        'Archive' => ['bags'],
    ];

    private const FOREIGN_TO_CORE = [
        'Illuminate\\',
        'App\\',
        'Symfony\\',
        'Carbon\\',
        'config(',
        'env(',
        'app(',
        'DB::',
        'PDO',
        'file_get_contents(',
        '$_SERVER',
        '$_GET',
    ];

    public function test_the_core_knows_no_framework_database_or_configuration(): void
    {
        $found = [];
        foreach (self::files('core') as $file => $text) {
            foreach (self::FOREIGN_TO_CORE as $word) {
                if (str_contains($text, $word)) {
                    $found[] = "{$file} uses {$word}";
                }
            }
        }
        self::assertSame([], $found);
    }

    /** @return iterable<string, array{string, list<string>}> */
    public static function rooms(): iterable
    {
        foreach (self::ROOMS as $place => $room) {
            yield $room => [$room, array_slice(self::ROOMS, $place + 1)];
        }
    }

    /** @param  list<string>  $below */
    #[DataProvider('rooms')]
    public function test_a_room_uses_none_of_the_rooms_below_it(string $room, array $below): void
    {
        $found = [];
        foreach ([...self::files('app/'.$room), ...self::files('core/'.$room)] as $file => $text) {
            foreach (self::classesUsed($text) as $class) {
                if (in_array(explode('\\', $class)[0], $below, true)) {
                    $found[] = "{$file} uses {$class}";
                }
            }
        }
        self::assertSame([], $found);
        self::assertNotSame([], [...self::files('app/'.$room), ...self::files('core/'.$room)]);
    }

    /** @param  list<string>  $below */
    #[DataProvider('rooms')]
    public function test_a_room_names_no_table_of_the_rooms_below_it(string $room, array $below): void
    {
        $found = [];
        foreach (self::files('app/'.$room) as $file => $text) {
            foreach ($below as $other) {
                foreach (self::TABLES[$other] ?? [] as $table) {
                    if (
                        preg_match(
                            "~(table|[jJ]oin|from)\\('{$table}\\b|\\b(FROM|JOIN|UPDATE|INTO) {$table}\\b~",
                            $text,
                        ) === 1
                    ) {
                        $found[] = "{$file} names {$table} of {$other}";
                    }
                }
            }
        }
        self::assertSame([], $found);
    }

    public function test_every_table_belongs_to_a_room(): void
    {
        $made = [];
        foreach (self::files('database/migrations') as $text) {
            preg_match_all("~Schema::create\\('(\\w+)'~", $text, $tables);
            $made = [...$made, ...$tables[1]];
        }
        self::assertEqualsCanonicalizing(array_values(array_unique($made)), array_merge(...array_values(self::TABLES)));
    }

    /**
     * Classes of rooms that a file imports or names, without the namespaces in front of the room. Records are related
     * in both directions: what a model names in its relations alone is left out.
     *
     * @return list<string>
     */
    private static function classesUsed(string $text): array
    {
        preg_match_all('~\b(?:App|Kanpai\\\\Core)\\\\((?:\w+\\\\)+\w+)~', $text, $found);
        if (! str_contains($text, 'extends Model')) {
            return array_values(array_unique($found[1]));
        }
        $code = (string) preg_replace(['~/\*\*.*?\*/~s', '~^use .*;$~m'], '', $text);
        $code = (string) preg_replace('~\b(belongsTo|hasMany|hasOne|belongsToMany)\(\w+::class~', '', $code);
        $isNamed = fn (string $class): bool => preg_match(
            '~(?<![\w\\\\$>])'.substr((string) strrchr($class, '\\'), 1).'\b~',
            $code,
        ) === 1;

        return array_values(array_filter(array_unique($found[1]), $isNamed));
    }

    public function test_every_file_is_strict(): void
    {
        foreach (['app', 'core', 'demo', 'deploy', 'bench', 'config', 'routes', 'database'] as $folder) {
            foreach (self::files($folder) as $file => $text) {
                self::assertStringContainsString('declare(strict_types=1);', $text, $file);
            }
        }
    }

    /** @return iterable<string, string> */
    private static function files(string $folder): iterable
    {
        $root = dirname(__DIR__, 2);
        if (! is_dir("{$root}/{$folder}")) {
            return;
        }
        foreach (
            new \RecursiveIteratorIterator(
                new \RecursiveDirectoryIterator("{$root}/{$folder}", \FilesystemIterator::SKIP_DOTS),
            ) as $file
        ) {
            assert($file instanceof \SplFileInfo);
            if ($file->getExtension() === 'php') {
                yield substr($file->getPathname(), strlen($root) + 1) => (string) file_get_contents(
                    $file->getPathname(),
                );
            }
        }
    }
}
