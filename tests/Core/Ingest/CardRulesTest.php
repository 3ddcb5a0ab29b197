<?php

declare(strict_types=1);

namespace Tests\Core\Ingest;

use Kanpai\Core\Copies\CardSafety;
use Kanpai\Core\Frames\CameraTime;
use Kanpai\Core\Frames\DcfName;
use Kanpai\Core\Imaging\ByteSource;
use Kanpai\Core\Imaging\UnreadableFile;
use Kanpai\Core\Ingest\CardSignature;
use Kanpai\Core\Ingest\ExifReader;
use Kanpai\Core\Ingest\FrameGrouping;
use Kanpai\Core\Ingest\OrientedThumbnail;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class CardRulesTest extends TestCase
{
    /** @return iterable<string, array{list<int>, bool, string}> proofs of each file, verdict, words */
    public static function cards(): iterable
    {
        yield 'nothing known' => [[], false, 'do not format'];
        yield 'all in two places' => [[2, 2, 3], true, 'all 3 files have verified copies in 2 places'];
        yield 'one file in one place' => [[2, 1, 2], false, '1 of 3 files'];
        yield 'no copy at all' => [[0, 0], false, '2 of 2 files'];
    }

    /** @param  list<int>  $proofs */
    #[DataProvider('cards')]
    public function test_a_card_is_safe_only_when_every_file_has_enough_proofs(
        array $proofs,
        bool $isSafe,
        string $words,
    ): void {
        $safety = CardSafety::of($proofs, 2);
        self::assertSame($isSafe, $safety->isSafeToFormat());
        self::assertStringContainsString($words, (string) $safety);
    }

    /** Names by CIPA DC-009: free characters, number, folder. @return iterable<array{string, string, int|null}> */
    public static function names(): iterable
    {
        yield ['DCIM/100HALDN/HLDA4120.JPG', 'DCIM/100HALDN/HLDA4120', 4120];
        yield ['DCIM/100HALDN/hlda4120.dng', 'DCIM/100HALDN/HLDA4120', 4120];
        yield ['DCIM/101CORVD/_RVM0001.JPG', 'DCIM/101CORVD/_RVM0001', 1];
        yield ['DCIM/100HALDN/HLDA0000.JPG', 'DCIM/100HALDN/HLDA0000', null];
        yield ['DCIM/100HALDN/holiday.jpg', 'DCIM/100HALDN/HOLIDAY', null];
        yield ['README', '/README', null];
    }

    #[DataProvider('names')]
    public function test_names_are_read_by_the_rule(string $path, string $key, ?int $number): void
    {
        self::assertSame($key, DcfName::of($path)->frameKey());
        self::assertSame($number, DcfName::of($path)->number());
    }

    public function test_files_of_one_number_and_folder_are_one_frame(): void
    {
        $grouped = (new FrameGrouping())->group([
            'DCIM/100A/X0000001.DNG',
            'DCIM/100A/X0000001.JPG',
            'DCIM/100A/X0000001.WAV',
            'DCIM/101A/X0000001.JPG',
            'DCIM/100A/X0000002.DNG',
            'DCIM/100A/X0000003.XMP',
            'MISC/INDEX.BIN',
        ]);
        self::assertSame(
            [
                ['DCIM/100A/X0000001.JPG', 'DCIM/100A/X0000001.DNG', 'DCIM/100A/X0000001.WAV'],
                ['DCIM/100A/X0000002.DNG'],
                ['DCIM/101A/X0000001.JPG'],
            ],
            $grouped['frames'],
        );
        self::assertEqualsCanonicalizing(['DCIM/100A/X0000003.XMP', 'MISC/INDEX.BIN'], $grouped['loose']);
    }

    /** @return iterable<string, array{list<string>, list<string>}> names on the card, order in which they were taken */
    public static function countings(): iterable
    {
        yield 'from one on' => [
            ['100A/IMGA0003.JPG', '100A/IMGA0001.JPG', '100A/IMGA0002.JPG'],
            ['IMGA0001', 'IMGA0002', 'IMGA0003'],
        ];
        yield 'rolled over in one folder' => [
            ['100A/IMGA0001.JPG', '100A/IMGA0002.JPG', '100A/IMGA9998.JPG', '100A/IMGA9999.JPG'],
            ['IMGA9998', 'IMGA9999', 'IMGA0001', 'IMGA0002'],
        ];
        yield 'rolled over into the next folder' => [
            ['101A/IMGA0001.JPG', '100A/IMGA9999.JPG', '101A/IMGA0002.JPG', '100A/IMGA9998.JPG'],
            ['IMGA9998', 'IMGA9999', 'IMGA0001', 'IMGA0002'],
        ];
        yield 'some deleted in the camera' => [
            ['100A/IMGA0900.JPG', '100A/IMGA0100.JPG', '100A/IMGA0500.JPG'],
            ['IMGA0100', 'IMGA0500', 'IMGA0900'],
        ];
        yield 'names outside the rule first' => [['100A/IMGA0001.JPG', '100A/holiday.JPG'], ['holiday', 'IMGA0001']];
    }

    /**
     * The counter of a card goes from 0001 to 9999 and begins again (DCF, CIPA DC-009, file number).
     *
     * @param  list<string>  $names
     * @param  list<string>  $order
     */
    #[DataProvider('countings')]
    public function test_frames_come_in_the_order_in_which_the_camera_counted(array $names, array $order): void
    {
        $groups = (new FrameGrouping())->group($names)['frames'];
        self::assertSame(
            $order,
            array_map(fn (array $group): string => pathinfo($group[0], PATHINFO_FILENAME), $groups),
        );
    }

    public function test_what_was_left_out_keeps_a_card_from_being_safe_and_is_said(): void
    {
        $chosen = CardSafety::of([2, 2, 0], 2, 1);
        self::assertFalse($chosen->isSafeToFormat());
        self::assertTrue($chosen->isCopiedAsChosen());
        self::assertStringContainsString('1 of 3 files were left out or have fewer verified copies', (string) $chosen);
        self::assertFalse(CardSafety::of([2, 1, 0], 2, 1)->isCopiedAsChosen());
    }

    public function test_a_card_is_known_again_whatever_the_order_of_its_files(): void
    {
        $a = ['path' => 'DCIM/1.JPG', 'size' => 10, 'modifiedAt' => 5];
        $b = ['path' => 'DCIM/2.JPG', 'size' => 20, 'modifiedAt' => 6];
        self::assertSame(CardSignature::of([$a, $b]), CardSignature::of([$b, $a]));
        self::assertNotSame(CardSignature::of([$a, $b]), CardSignature::of([$a, [...$b, 'size' => 21]]));
        self::assertNotSame(CardSignature::of([$a, $b]), CardSignature::of([$a]));
    }

    /**
     * DateTimeOriginal, SubSecTimeOriginal and OffsetTimeOriginal by CIPA DC-008. @return iterable<array{string|null,
     * string|null, string|null, string|null, int|null}>
     */
    public static function times(): iterable
    {
        yield ['2026:09:05 10:41:07', '31', '+01:00', '2026-09-05 10:41:07.310', 60];
        yield ['2026:09:05 10:41:07', '3104 ', '-03:30', '2026-09-05 10:41:07.310', -210];
        yield ['2026:09:05 10:41:07', null, 'Z', '2026-09-05 10:41:07.000', null];
        yield ['1969:12:31 23:59:59', '5', null, '1969-12-31 23:59:59.500', null];
        yield ['0000:00:00 00:00:00', null, null, null, null];
        yield ['    :  :     :  :  ', null, null, null, null];
        yield ['2026:02:30 10:00:00', null, null, null, null];
        yield [null, null, null, null, null];
    }

    #[DataProvider('times')]
    public function test_camera_times_are_read_as_written(
        ?string $time,
        ?string $fraction,
        ?string $offset,
        ?string $expected,
        ?int $minutes,
    ): void {
        $read = CameraTime::fromExif($time, $fraction, $offset);
        self::assertSame($expected, $read === null ? null : (string) $read);
        self::assertSame($minutes, $read?->offsetMinutes);
    }

    /** @return iterable<string, array{string, string}> */
    public static function damage(): iterable
    {
        $good = self::jpeg();
        yield 'empty' => ['', 'empty'];
        yield 'another kind of file' => ["PK\x03\x04".str_repeat('x', 100), 'does not begin as a JPEG'];
        yield 'cut in the header' => [substr($good, 0, 30), 'no picture size'];
        yield 'cut in the pixels' => [substr($good, 0, -40), 'cut short'];
        yield 'a marker of length zero' => ["\xFF\xD8\xFF\xE0\x00\x00".str_repeat("\0", 50), 'no picture size'];
    }

    #[DataProvider('damage')]
    public function test_damaged_jpegs_are_refused_with_a_reason(string $bytes, string $reason): void
    {
        $this->expectException(UnreadableFile::class);
        $this->expectExceptionMessage($reason);
        (new ExifReader())->readJpeg(ByteSource::ofString($bytes));
    }

    public function test_no_cut_of_a_good_file_makes_the_reader_stumble(): void
    {
        $good = self::jpeg();
        for ($length = 0; $length < strlen($good) - 2; $length += 7) {
            try {
                (new ExifReader())->readJpeg(ByteSource::ofString(substr($good, 0, $length)));
                self::fail("A file cut at {$length} was taken as whole.");
            } catch (UnreadableFile $unreadable) {
                self::assertNotSame('', $unreadable->getMessage());
            }
        }
    }

    public function test_a_turned_thumbnail_carries_its_orientation(): void
    {
        $turned = OrientedThumbnail::of(self::jpeg(), 6);
        self::assertSame(6, (new ExifReader())->readJpeg(ByteSource::ofString($turned))->orientation);
        self::assertSame(self::jpeg(), OrientedThumbnail::of(self::jpeg(), 1));
    }

    private static function jpeg(): string
    {
        $image = imagecreatetruecolor(64, 48);
        for ($i = 0; $i < 64; $i++) {
            imageline($image, $i, 0, 63 - $i, 47, ($i * 65793) & 0xFFFFFF);
        }
        ob_start();
        imagejpeg($image, null, 90);

        return (string) ob_get_clean();
    }
}
