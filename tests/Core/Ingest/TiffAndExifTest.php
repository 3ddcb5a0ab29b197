<?php

declare(strict_types=1);

namespace Tests\Core\Ingest;

use Kanpai\Core\Imaging\ByteSource;
use Kanpai\Core\Imaging\TiffReader;
use Kanpai\Core\Imaging\UnreadableFile;
use Kanpai\Core\Ingest\Exif;
use Kanpai\Core\Ingest\ExifReader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Files laid out by hand from TIFF 6.0, in both byte orders, and files damaged in every way that comes to mind. */
final class TiffAndExifTest extends TestCase
{
    private const ALL = [
        0x0100 => true,
        0x0101 => true,
        0x010F => true,
        0x0112 => true,
        0x829A => true,
        0x9204 => true,
        0x0102 => true,
        0x8769 => true,
    ];

    /** @return iterable<string, array{bool}> */
    public static function orders(): iterable
    {
        yield 'little-endian (II)' => [true];
        yield 'big-endian (MM)' => [false];
    }

    #[DataProvider('orders')]
    public function test_values_of_all_types_are_read_in_both_byte_orders(bool $little): void
    {
        $tiff = self::tiff($little, [
            [0x0100, 3, [6000]],
            [0x0101, 4, [4000]],
            [0x0102, 3, [8, 8, 8]],
            [0x010F, 2, 'Halden Optical'],
            [0x0112, 3, [6]],
            [0x829A, 5, [[1, 800]]],
            [0x9204, 10, [[-2, 3]]],
        ]);
        $directory = TiffReader::at(ByteSource::ofString($tiff), 0, self::ALL)->chain()[0];
        self::assertSame(6000, $directory[0x0100]);
        self::assertSame(4000, $directory[0x0101]);
        self::assertSame([8, 8, 8], $directory[0x0102]);
        self::assertSame('Halden Optical', $directory[0x010F]);
        self::assertSame(6, $directory[0x0112]);
        self::assertEqualsWithDelta(1 / 800, $directory[0x829A], 1e-12);
        self::assertEqualsWithDelta(-2 / 3, $directory[0x9204], 1e-12);
    }

    public function test_only_wanted_tags_are_read(): void
    {
        $tiff = self::tiff(true, [[0x0100, 3, [6000]], [0x010F, 2, 'Halden Optical']]);
        self::assertSame(
            [0x0100 => 6000],
            TiffReader::at(ByteSource::ofString($tiff), 0, [0x0100 => true])->chain()[0],
        );
    }

    public function test_a_chain_that_bites_its_own_tail_ends(): void
    {
        $tiff = self::tiff(true, [[0x0100, 3, [1]]], next: 8);
        self::assertCount(1, TiffReader::at(ByteSource::ofString($tiff), 0, self::ALL)->chain());
    }

    public function test_damage_is_not_believed(): void
    {
        foreach (
            [
                'a text longer than the file' => [[0x010F, 2, 'x', 50_000]],
                'values beyond the end' => [[0x0102, 3, [1], 3000]],
                'too many values' => [[0x0102, 3, [1], 1_000_000_000]],
                'an unknown type' => [[0x0100, 99, [1]]],
            ] as $what => $entries
        ) {
            self::assertSame(
                [],
                TiffReader::at(ByteSource::ofString(self::tiff(true, $entries)), 0, self::ALL)->chain(),
                $what,
            );
        }
        $this->expectException(UnreadableFile::class);
        TiffReader::at(ByteSource::ofString("II\x2B\x00\x08\x00\x00\x00"), 0, self::ALL);
    }

    /** Exif 2.32, annex C: APEX values, and 4.6.5: sensitivities that 16 bits do not hold. */
    public function test_values_in_apex_and_long_sensitivities_are_read(): void
    {
        $read = fn (array $entries): Exif => (new ExifReader())->read(ByteSource::ofString(self::withExif($entries)));
        self::assertEqualsWithDelta(4.0, $read([[0x9202, 5, [[4, 1]]]])->fNumber, 1e-9);
        self::assertEqualsWithDelta(1 / 128, $read([[0x9201, 5, [[7, 1]]]])->exposure, 1e-12);
        self::assertSame(
            [5.6, 0.5],
            [
                ($both = $read([
                    [0x829A, 5, [[1, 2]]],
                    [0x829D, 5, [[56, 10]]],
                    [0x9201, 5, [[7, 1]]],
                    [0x9202, 5, [[4, 1]]],
                ]))->fNumber,
                $both->exposure,
            ],
        );
        self::assertSame(
            [102_400, 800, 65_535, null],
            [
                $read([[0x8827, 3, [65_535]], [0x8832, 4, [102_400]]])->iso,
                $read([[0x8831, 4, [800]]])->iso,
                $read([[0x8827, 3, [65_535]]])->iso,
                $read([[0x9202, 5, [[4, 1]]]])->iso,
            ],
        );
        self::assertSame(
            [true, false],
            [$read([[0x927C, 7, [1, 2, 3]]])->hasMakerNotes, $read([[0x9202, 5, [[4, 1]]]])->hasMakerNotes],
        );
    }

    /** @param  list<array{0: int, 1: int, 2: string|list<int|array{int, int}>, 3?: int}>  $entries */
    private static function withExif(array $entries): string
    {
        // The Exif directory is behind the first, which has three entries.
        $at = 8 + 2 + 12 * 3 + 4;
        $inner = self::tiff(true, $entries);
        $main = self::tiff(true, [[0x0100, 3, [60]], [0x0101, 3, [40]], [0x8769, 4, [$at]]]);
        $moved = pack('v', count($entries));
        for ($i = 0; $i < count($entries); $i++) {
            $entry = substr($inner, 10 + 12 * $i, 12);
            [, $type, $count] = array_values(unpack('vtag/vtype/Vcount', $entry));
            $length = $count * [1 => 1, 2 => 1, 3 => 2, 4 => 4, 5 => 8, 7 => 4][$type];
            $moved .=
                $length > 4 ? substr($entry, 0, 8).pack('V', unpack('V', substr($entry, 8))[1] + $at - 8) : $entry;
        }

        return $main.$moved.substr($inner, 10 + 12 * count($entries));
    }

    public function test_the_size_as_looked_at_follows_the_orientation(): void
    {
        $sizes = [];
        foreach (range(1, 8) as $orientation) {
            $exif = (new ExifReader())->read(
                ByteSource::ofString(
                    self::tiff(true, [[0x0100, 3, [6000]], [0x0101, 3, [4000]], [0x0112, 3, [$orientation]]]),
                ),
            );
            $sizes[$orientation] = $exif->uprightSize();
        }
        self::assertSame([1, 2, 3, 4], array_keys($sizes, [6000, 4000], true));
        self::assertSame([5, 6, 7, 8], array_keys($sizes, [4000, 6000], true));
    }

    /** Whatever the bytes, there is an answer or a sentence, and never a warning, a loop or a crash. */
    public function test_bytes_changed_at_random_never_make_the_reader_stumble(): void
    {
        $good = [
            self::tiff(true, [[0x0100, 3, [600]], [0x0101, 3, [400]], [0x010F, 2, 'Halden'], [0x829A, 5, [[1, 800]]]]),
            self::jpeg(),
        ];
        mt_srand(20260905);
        $answers = $sentences = 0;
        for ($i = 0; $i < 3000; $i++) {
            $bytes = $good[$i % 2];
            for ($n = mt_rand(1, 6); $n > 0; $n--) {
                $bytes[mt_rand(0, min(strlen($bytes), 700) - 1)] = chr(mt_rand(0, 255));
            }
            try {
                $exif = (new ExifReader())->read(ByteSource::ofString($bytes));
                self::assertGreaterThan(0, $exif->width);
                $answers++;
            } catch (UnreadableFile $unreadable) {
                self::assertNotSame('', $unreadable->getMessage());
                $sentences++;
            }
        }
        self::assertGreaterThan(500, $answers);
        self::assertGreaterThan(100, $sentences);
    }

    /**
     * One directory by TIFF 6.0, section 2: header, entries of twelve bytes, values beyond four bytes after them.
     *
     * @param  list<array{0: int, 1: int, 2: string|list<int|array{int, int}>, 3?: int}>  $entries  tag, type, values, count if it is to lie
     */
    private static function tiff(bool $little, array $entries, int $next = 0): string
    {
        $short = $little ? 'v' : 'n';
        $long = $little ? 'V' : 'N';
        $data = '';
        $directory = pack($short, count($entries));
        $dataAt = 8 + 2 + 12 * count($entries) + 4;
        foreach ($entries as $entry) {
            [$tag, $type, $values] = $entry;
            $bytes = '';
            if (is_string($values)) {
                $bytes = $values."\0";
                $count = strlen($bytes);
            } else {
                $count = count($values);
                foreach ($values as $value) {
                    $bytes .= is_array($value)
                        ? pack($long, $value[0] & 0xFFFFFFFF).pack($long, $value[1])
                        : pack($type === 3 ? $short : $long, $value);
                }
            }
            $directory .= pack($short, $tag).pack($short, $type).pack($long, $entry[3] ?? $count);
            if (strlen($bytes) <= 4 && ! isset($entry[3])) {
                $directory .= str_pad($bytes, 4, "\0");
            } else {
                $directory .= pack($long, $dataAt + strlen($data));
                $data .= $bytes;
            }
        }

        return ($little ? "II\x2A\0" : "MM\0\x2A").pack($long, 8).$directory.pack($long, $next).$data;
    }

    /** A JPEG with a hand-made Exif block in front of its pixels. */
    private static function jpeg(): string
    {
        ob_start();
        imagejpeg(imagecreatetruecolor(40, 30));
        $plain = (string) ob_get_clean();
        $block = "Exif\0\0".self::tiff(false, [[0x010F, 2, 'Halden Optical'], [0x0112, 3, [8]]]);

        return "\xFF\xD8\xFF\xE1".pack('n', strlen($block) + 2).$block.substr($plain, 2);
    }
}
