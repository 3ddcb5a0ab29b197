<?php

declare(strict_types=1);

namespace Tests\Core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** The rooms: a stage uses those before it, never those after; the core knows no framework. */
final class ArchitectureTest extends TestCase
{
    private const ROOMS = ['Studio', 'Imaging', 'Ingest', 'Clocks', 'Captions', 'Cull', 'Proof', 'Deliver', 'Archive', 'Demo'];

    private const FOREIGN_TO_CORE = ['Illuminate\\', 'App\\', 'Symfony\\', 'Carbon\\', 'config(', 'env(', 'app(', 'DB::', 'PDO', 'file_get_contents(', '$_SERVER', '$_GET'];

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

    /** @param  list<string>  $later */
    #[DataProvider('rooms')]
    public function test_a_room_uses_none_of_the_rooms_after_it(string $room, array $later): void
    {
        $found = [];
        foreach (self::files('app/'.$room) as $file => $text) {
            foreach ($later as $other) {
                if (preg_match('~\bApp\\\\'.$other.'\\\\~', $text) === 1) {
                    $found[] = "{$file} uses {$other}";
                }
            }
        }
        self::assertSame([], $found);
        self::assertNotSame([], iterator_to_array(self::files('app/'.$room)));
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
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator("{$root}/{$folder}", \FilesystemIterator::SKIP_DOTS)) as $file) {
            assert($file instanceof \SplFileInfo);
            if ($file->getExtension() === 'php') {
                yield substr($file->getPathname(), strlen($root) + 1) => (string) file_get_contents($file->getPathname());
            }
        }
    }
}
