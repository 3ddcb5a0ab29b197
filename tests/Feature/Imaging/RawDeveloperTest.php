<?php

declare(strict_types=1);

namespace Tests\Feature\Imaging;

use App\Imaging\ExifTool;
use App\Imaging\RawDeveloper;
use App\Imaging\UnableToMakePicture;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Raw files as LibRaw's programs read them, whole and damaged. */
final class RawDeveloperTest extends TestCase
{
    private static string $folder;

    private static string $raw;

    public static function setUpBeforeClass(): void
    {
        self::$folder = sys_get_temp_dir().'/kanpai-'.bin2hex(random_bytes(6));
        mkdir(self::$folder);
        $rack = dirname(__DIR__, 3).'/storage/instances/test/cards/mara-long/DCIM';
        self::$raw = (string) (glob("{$rack}/*/*.DNG") ?: [])[0];
    }

    public static function tearDownAfterClass(): void
    {
        exec('rm -rf '.escapeshellarg(self::$folder));
    }

    public function test_a_whole_one_is_developed_in_full_and_in_half(): void
    {
        $developer = new RawDeveloper(new ExifTool());
        $facts = $developer->facts(self::$raw);
        self::assertSame('Halden Optical Halden 6', $facts->camera);
        $whole = $developer->develop(self::$raw, false);
        $half = $developer->develop(self::$raw, true);
        self::assertTrue($whole->isDeep());
        self::assertSame([intdiv($whole->width(), 2), intdiv($whole->height(), 2)], [$half->width(), $half->height()]);
    }

    /** @return iterable<string, array{callable(string): string, string}> what is done to its bytes, the reason */
    public static function damages(): iterable
    {
        yield 'cut in half' => [fn (string $raw): string => substr($raw, 0, intdiv(strlen($raw), 2)), 'damaged'];
        yield 'of another kind' => [fn (string $raw): string => str_repeat('no raw file ', 4000), 'does not know'];
        yield 'empty' => [fn (string $raw): string => '', 'Unable to develop'];
        // The width of the raw picture is told to be 60,000 in its directory.
        yield 'a wrong size in its header' => [
            fn (string $raw): string => preg_replace(
                '/\x00\x01\x04\x00\x01\x00\x00\x00\x84\x03\x00\x00/',
                "\x00\x01\x04\x00\x01\x00\x00\x00\x60\xEA\x00\x00",
                $raw,
            ) ?? '',
            'Unable to develop',
        ];
        // All nine figures of the matrix, rationals of 10,000ths, become nothing.
        yield 'a matrix of nothing' => [
            fn (string $raw): string => str_replace(
                implode('', array_map(
                    fn (int $value): string => pack('VV', $value & 0xFFFF_FFFF, 10_000),
                    [32405, -15371, -4985, -9693, 18760, 416, 556, -2040, 10572],
                )),
                str_repeat(pack('VV', 0, 10_000), 9),
                $raw,
            ),
            '',
        ];
    }

    /** @param  callable(string): string  $damage */
    #[DataProvider('damages')]
    public function test_a_damaged_one_is_named_and_costs_nothing_else(callable $damage, string $reason): void
    {
        $path = self::$folder.'/'.bin2hex(random_bytes(4)).'.dng';
        $raw = (string) file_get_contents(self::$raw);
        $bytes = $damage($raw);
        self::assertNotSame($raw, $bytes);
        file_put_contents($path, $bytes);
        $developer = new RawDeveloper(new ExifTool());
        try {
            $facts = $developer->facts($path);
            // LibRaw has colours of its own where a file has none: they are some.
            self::assertNotSame([], array_filter(array_merge(...$facts->toSrgb)));
            $developer->develop($path, false);
            self::assertSame('', $reason);
        } catch (UnableToMakePicture $problem) {
            self::assertStringContainsString($reason, $problem->getMessage());
        }
    }
}
