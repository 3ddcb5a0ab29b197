<?php

declare(strict_types=1);

namespace Tests\Core\Deliver;

use Kanpai\Core\Deliver\Package\ByteRange;
use Kanpai\Core\Deliver\Package\Fetches;
use Kanpai\Core\Deliver\Package\ZipSplit;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What goes into which ZIP, and what the fetches of one come to. */
final class PackagesTest extends TestCase
{
    public function test_all_go_into_one_zip_where_no_size_is_wanted(): void
    {
        self::assertSame([], ZipSplit::of([], null));
        self::assertSame(
            [[7, 3]],
            ZipSplit::of([7 => ['name' => 'a.jpg', 'bytes' => 1 << 40], 3 => ['name' => 'b.jpg', 'bytes' => 1]], null),
        );
    }

    public function test_zips_are_as_small_as_wanted_measured_by_libzip_and_a_large_file_goes_alone(): void
    {
        $files = [];
        mt_srand(7);
        for ($i = 0; $i < 60; $i++) {
            $files[$i] = ['name' => "pictures/Größe {$i}.jpg", 'bytes' => mt_rand(1, 30_000)];
        }
        $files[20]['bytes'] = 150_000;
        $zips = ZipSplit::of($files, 100_000);
        self::assertSame(array_keys($files), array_merge(...$zips), 'the order is kept, and none is lost');
        self::assertContains([20], $zips);
        $sizes = [];
        foreach ($zips as $keys) {
            $path = tempnam(sys_get_temp_dir(), 'kanpai').'.zip';
            $zip = new \ZipArchive();
            $zip->open($path, \ZipArchive::CREATE);
            $list = '';
            foreach ($keys as $key) {
                $zip->addFromString($files[$key]['name'], str_repeat('x', $files[$key]['bytes']));
                $zip->setCompressionName($files[$key]['name'], \ZipArchive::CM_STORE);
                $list .= str_repeat('0', 32)."  {$files[$key]['name']}\n";
            }
            $zip->addFromString('checksums.xxh128', $list);
            $zip->setCompressionName('checksums.xxh128', \ZipArchive::CM_STORE);
            $zip->close();
            $sizes[] = (int) filesize($path);
            unlink($path);
        }
        unset($sizes[(int) array_search([20], $zips, true)]);
        self::assertLessThanOrEqual(100_000, max($sizes));
        // Two neighbours that would fit into one are not parted.
        for ($i = 0; $i + 1 < count($zips); $i++) {
            $both = array_sum(array_map(fn (int $key): int => $files[$key]['bytes'], [...$zips[$i], $zips[$i + 1][0]]));
            self::assertGreaterThan(90_000, $both);
        }
        self::assertSame(
            ['regatta.zip', 'regatta-03-of-12.zip'],
            [ZipSplit::name('regatta', 1, 1), ZipSplit::name('regatta', 3, 12)],
        );
    }

    /** RFC 9110, section 14.1.2: its examples of a representation of 10,000 bytes. */
    #[DataProvider('ranges')]
    public function test_where_a_range_begins(string $header, int $first): void
    {
        self::assertSame($first, ByteRange::first($header, 10_000));
    }

    /** @return iterable<string, array{string, int}> */
    public static function ranges(): iterable
    {
        yield 'the first 500 bytes' => ['bytes=0-499', 0];
        yield 'the second 500 bytes' => ['bytes=500-999', 500];
        yield 'the final 500 bytes' => ['bytes=-500', 9500];
        yield 'from 9500' => ['bytes=9500-', 9500];
        yield 'several, which are sent as a whole' => ['bytes=500-600,601-999', 0];
        yield 'more than there is' => ['bytes=-20000', 0];
        yield 'no range' => ['', 0];
        yield 'another unit' => ['lines=5-9', 0];
        yield 'nonsense' => ['bytes=x-', 0];
    }

    /** @return array{from: int, sent: int|null, isWhole: bool} */
    private static function fetch(int $from, ?int $sent, bool $isWhole = false): array
    {
        return ['from' => $from, 'sent' => $sent, 'isWhole' => $isWhole];
    }

    public function test_a_fetch_in_pieces_is_one_fetch(): void
    {
        $broken = [self::fetch(0, 400)];
        self::assertSame(
            [400, false, 0],
            [
                Fetches::of(1000, $broken)->arrived(),
                Fetches::of(1000, $broken)->isAllThere(),
                Fetches::of(1000, $broken)->times(),
            ],
        );
        // A hundred of the four hundred were lost on the way, as the next fetch tells.
        $on = Fetches::of(1000, [...$broken, self::fetch(300, 200)]);
        self::assertSame(500, $on->arrived());
        $all = Fetches::of(1000, [...$broken, self::fetch(300, 200), self::fetch(450, 550, true)]);
        self::assertSame([1000, true, 1], [$all->arrived(), $all->isAllThere(), $all->times()]);
        self::assertTrue($all->mayBegin(2));
        self::assertFalse($all->mayBegin(1));
        self::assertTrue($all->mayBegin(null));
    }

    public function test_what_goes_on_still_counts_for_nothing_yet_and_gaps_stay_gaps(): void
    {
        self::assertSame(0, Fetches::of(1000, [self::fetch(0, null)])->arrived());
        self::assertSame(300, Fetches::of(1000, [self::fetch(0, 100, true), self::fetch(500, 200, true)])->arrived());
        // Several connections at once, each with a stretch of its own.
        self::assertTrue(Fetches::of(1000, [self::fetch(500, 500, true), self::fetch(0, 500, true)])->isAllThere());
        // A later look at a part takes nothing from what arrived whole.
        self::assertTrue(Fetches::of(1000, [self::fetch(0, 1000, true), self::fetch(200, 10, true)])->isAllThere());
        self::assertFalse(Fetches::of(0, [])->isAllThere());
    }

    public function test_whoever_breaks_off_before_the_last_byte_cannot_go_on_for_ever(): void
    {
        $fetches = array_fill(0, 11, self::fetch(0, 999));
        self::assertFalse(Fetches::of(1000, $fetches)->mayBegin(1));
        self::assertTrue(Fetches::of(1000, array_slice($fetches, 0, 10))->mayBegin(1));
    }
}
