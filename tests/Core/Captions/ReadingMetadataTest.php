<?php

declare(strict_types=1);

namespace Tests\Core\Captions;

use Kanpai\Core\Captions\XmpSidecar;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Metadata\FileMetadata;
use Kanpai\Core\Frames\Metadata\IimReader;
use Kanpai\Core\Frames\Metadata\MetadataReader;
use Kanpai\Core\Frames\Metadata\Reconciling;
use Kanpai\Core\Frames\Metadata\XmpProperties;
use Kanpai\Core\Imaging\ByteSource;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Embedded metadata byte by byte: IIM 4.2, Photoshop's resources, and files that are damaged in the middle of them. */
final class ReadingMetadataTest extends TestCase
{
    private static function dataset(int $record, int $number, string $value): string
    {
        return "\x1C".chr($record).chr($number).pack('n', strlen($value)).$value;
    }

    private static function resource(int $id, string $data, string $name = ''): string
    {
        $named = chr(strlen($name)).$name;

        return '8BIM'.
            pack('n', $id).
            $named.
            (strlen($named) % 2 === 1 ? "\0" : '').
            pack('N', strlen($data)).
            $data.
            (strlen($data) % 2 === 1 ? "\0" : '');
    }

    private static function jpeg(string ...$segments): string
    {
        return "\xFF\xD8".
            implode(
                '',
                array_map(
                    fn (string $segment): string => "\xFF".
                        $segment[0].
                        pack('n', strlen($segment) + 1).
                        substr($segment, 1),
                    $segments,
                ),
            ).
            "\xFF\xDA\0\x02\xFF\xD9";
    }

    private static function xmp(string $city): string
    {
        return "\xE1http://ns.adobe.com/xap/1.0/\0".
            (new XmpSidecar())->write(null, Caption::of(['city' => $city, 'headline' => 'From XMP']), 3);
    }

    /** @return iterable<string, array{string, array<int, list<string>>}> */
    public static function datasets(): iterable
    {
        yield 'UTF-8, announced' => [
            self::dataset(1, 90, "\x1B%G").
            self::dataset(2, 90, 'Köln').
            self::dataset(2, 25, 'a').
            self::dataset(2, 25, 'b'),
            [90 => ['Köln'], 25 => ['a', 'b']],
        ];
        yield 'Latin-1' => [self::dataset(2, 90, "K\xF6ln"), [90 => ['Köln']]];
        yield 'UTF-8 without a word' => [self::dataset(2, 90, 'Köln'), [90 => ['Köln']]];
        yield 'an extended dataset' => [
            "\x1C\x02\x78\x80\x04".pack('N', 3).'abc'.self::dataset(2, 90, 'x'),
            [120 => ['abc'], 90 => ['x']],
        ];
        yield 'other records' => [self::dataset(3, 90, 'x').self::dataset(2, 90, 'y'), [90 => ['y']]];
        yield 'padded with zeros' => [self::dataset(2, 90, "x\0\0"), [90 => ['x']]];
        yield 'cut in the middle' => [substr(self::dataset(2, 90, 'Saltmarsh'), 0, 9), [90 => ['Salt']]];
        yield 'longer than it can be' => ["\x1C\x02\x78\xFF\xFFabc", []];
        yield 'nothing' => ['', []];
        yield 'something else' => ['hello', []];
    }

    /** @param  array<int, list<string>>  $expected */
    #[DataProvider('datasets')]
    public function test_datasets_are_read(string $bytes, array $expected): void
    {
        self::assertSame($expected, IimReader::datasets($bytes));
    }

    public function test_iim_is_found_among_resources_in_one_segment_or_several(): void
    {
        $iim = self::dataset(2, 90, 'Saltmarsh');
        $resources =
            self::resource(0x03ED, 'resolution', 'odd').
            self::resource(0x0404, $iim).
            self::resource(0x0425, md5($iim, true));
        foreach ([[$resources], [substr($resources, 0, 30), substr($resources, 30)]] as $parts) {
            $said = MetadataReader::picture(
                ByteSource::ofString(
                    self::jpeg(...array_map(fn (string $part): string => "\xEDPhotoshop 3.0\0".$part, $parts)),
                ),
            );
            self::assertSame(['city' => 'Saltmarsh'], $said->caption->values());
        }
        self::assertSame([$iim, md5($iim, true)], IimReader::resources($resources));
        self::assertSame(['', ''], IimReader::resources('8BIM'));
    }

    public function test_xmp_comes_first_unless_iim_was_changed_since(): void
    {
        $iim = self::dataset(2, 90, 'From IIM');
        $digests = [
            'none' => ['', 'From XMP'],
            'that of this block' => [self::resource(0x0425, md5($iim, true)), 'From XMP'],
            'that of another' => [self::resource(0x0425, md5('x', true)), 'From IIM'],
        ];
        foreach ($digests as $name => [$digest, $city]) {
            $said = MetadataReader::picture(
                ByteSource::ofString(
                    self::jpeg(self::xmp('From XMP'), "\xEDPhotoshop 3.0\0".self::resource(0x0404, $iim).$digest),
                ),
            );
            self::assertSame(['headline' => 'From XMP', 'city' => $city], $said->caption->values(), $name);
            self::assertSame(3, $said->rating);
        }
        $exif = Reconciling::of(
            XmpProperties::read((new XmpSidecar())->write(null, Caption::of(['description' => 'x', 'creator' => 'x']))),
            [120 => ['i']],
            true,
            [0x010E => 'e', 0x013B => 'Ada; "Bea; B"'],
        );
        self::assertSame(
            ['description' => 'e', 'creator' => 'Ada, Bea; B'],
            array_map(fn (string $text): string => str_replace('"', '', $text), $exif->caption->values()),
        );
    }

    public function test_a_sidecar_says_more_than_the_picture_and_silence_says_nothing(): void
    {
        $picture = new FileMetadata(Caption::of(['city' => 'a', 'headline' => 'b']), 2, 'First', true);
        $both = (new FileMetadata(Caption::of(['city' => 'c']), -1))->before($picture);
        self::assertSame(
            [['headline' => 'b', 'city' => 'c'], -1, 'First', true],
            [$both->caption->values(), $both->rating, $both->label, $both->isGood],
        );
        self::assertTrue(FileMetadata::nothing()->saysNothing());
        self::assertFalse($picture->saysNothing());
    }

    /** A file cut or turned at every byte is read without a word about it, and never with somebody else's. */
    public function test_damage_makes_no_noise(): void
    {
        $whole = self::jpeg(
            self::xmp('Saltmarsh'),
            "\xEDPhotoshop 3.0\0".self::resource(0x0404, self::dataset(2, 95, 'Estuary')),
            "\xE1Exif\0\0II\x2A\0\x08\0\0\0\x01\0\x3B\x01\x02\0\x05\0\0\0\x1A\0\0\0\0\0\0\0Mara\0",
        );
        self::assertSame(
            ['headline' => 'From XMP', 'city' => 'Saltmarsh', 'state' => 'Estuary', 'creator' => 'Mara'],
            MetadataReader::picture(ByteSource::ofString($whole))->caption->values(),
        );
        mt_srand(5);
        for ($i = 0; $i < 400; $i++) {
            $at = mt_rand(2, strlen($whole) - 1);
            $damaged = $i % 2 === 0 ? substr($whole, 0, $at) : substr_replace($whole, chr(mt_rand(0, 255)), $at, 1);
            foreach (MetadataReader::picture(ByteSource::ofString($damaged))->caption->values() as $text) {
                self::assertTrue(mb_check_encoding($text, 'UTF-8'));
                self::assertDoesNotMatchRegularExpression('/[\x00-\x08]/', $text);
            }
        }
        foreach (['', "\xFF\xD8", 'RIFF', "II\x2A\0", "\xFF\xD8\xFF\xE1\0\0"] as $odd) {
            self::assertTrue(MetadataReader::picture(ByteSource::ofString($odd))->saysNothing());
        }
    }
}
