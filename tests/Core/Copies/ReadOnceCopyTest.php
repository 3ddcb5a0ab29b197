<?php

declare(strict_types=1);

namespace Tests\Core\Copies;

use Kanpai\Core\Copies\ReadOnceCopy;
use Kanpai\Core\Copies\UnableToCopy;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class ReadOnceCopyTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function contents(): iterable
    {
        yield 'nothing' => [''];
        yield 'one byte' => ["\0"];
        yield 'one chunk exactly' => [str_repeat('a', 1 << 20)];
        yield 'some chunks and a rest' => [random_bytes((3 << 20) + 17)];
    }

    #[DataProvider('contents')]
    public function test_all_places_get_the_bytes_of_one_reading(string $bytes): void
    {
        $places = ['work' => fopen('php://memory', 'w+b'), 'backup' => fopen('php://memory', 'w+b')];
        $copied = (new ReadOnceCopy())->copy($this->stream($bytes), $places);

        self::assertSame(strlen($bytes), $copied->size);
        self::assertSame(hash('xxh128', $bytes), $copied->hash);
        foreach ($places as $place) {
            rewind($place);
            self::assertSame($bytes, stream_get_contents($place));
            rewind($place);
            self::assertEquals($copied, (new ReadOnceCopy())->readBack($place));
        }
    }

    /**
     * Published vectors of XXH3 128 with seed 0: the empty input, from the reference implementation's tests (from
     * memory).
     */
    public function test_the_hash_is_xxh128_as_published(): void
    {
        self::assertSame('99aa06d3014798d86001c324468d497f', (new ReadOnceCopy())->readBack($this->stream(''))->hash);
    }

    public function test_a_place_that_takes_no_more_is_named(): void
    {
        $full = fopen('/dev/full', 'wb');
        stream_set_write_buffer($full, 0);

        $this->expectException(UnableToCopy::class);
        $this->expectExceptionMessage('“backup”');
        (new ReadOnceCopy())->copy($this->stream(str_repeat('x', 1 << 21)), ['backup' => $full]);
    }

    public function test_a_place_that_fails_is_told_of_and_the_others_get_everything(): void
    {
        $bytes = random_bytes((5 << 20) + 3);
        $full = fopen('/dev/full', 'wb');
        stream_set_write_buffer($full, 0);
        $good = fopen('php://memory', 'w+b');
        $told = [];
        $copied = (new ReadOnceCopy())->copy($this->stream($bytes), ['full' => $full, 'good' => $good], function (
            string $place,
            UnableToCopy $reason,
        ) use (&$told): void {
            $told[] = $place.': '.$reason->getMessage();
        });
        self::assertCount(1, $told, 'a place is told of once');
        self::assertStringContainsString('full', $told[0]);
        self::assertSame(hash('xxh128', $bytes), $copied->hash);
        rewind($good);
        self::assertSame($copied->hash, (new ReadOnceCopy())->readBack($good)->hash);
    }

    /** @return resource */
    private function stream(string $bytes)
    {
        $stream = fopen('php://memory', 'w+b');
        fwrite($stream, $bytes);
        rewind($stream);

        return $stream;
    }
}
