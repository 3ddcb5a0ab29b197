<?php

declare(strict_types=1);

namespace Tests\Reference;

use App\Imaging\UnableToMakePicture;
use App\Ingest\EmbeddedPictures;
use Kanpai\Core\Frames\FileKind;
use Kanpai\Core\Imaging\ByteSource;
use Kanpai\Core\Imaging\UnreadableFile;
use Kanpai\Core\Ingest\ExifReader;
use Kanpai\Demo\Camera\Directory;
use Kanpai\Demo\Camera\TiffWriter;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * Raw files in the layouts that cameras use: the largest embedded picture is the same, byte for byte, as `exiftool -b`
 * gives. Six layouts are made here as exiftool's tag tables describe them; eleven kinds come from exiftool's own tests,
 * in Debian's source package of it, where most previews are cut out: then neither finds one.
 */
final class RawKindsTest extends TestCase
{
    private static string $folder;

    public static function setUpBeforeClass(): void
    {
        self::$folder = sys_get_temp_dir().'/kanpai-raw-'.bin2hex(random_bytes(5));
        mkdir(self::$folder);
    }

    public static function tearDownAfterClass(): void
    {
        exec('rm -rf '.escapeshellarg(self::$folder));
    }

    private static function jpeg(int $width, int $height): string
    {
        $image = imagecreatetruecolor($width, $height);
        for ($i = 0; $i < 40; $i++) {
            imagefilledellipse(
                $image,
                ($i * 53) % $width,
                ($i * 31) % $height,
                40,
                30,
                (int) imagecolorallocate($image, $i * 6, 255 - $i * 6, 90),
            );
        }
        ob_start();
        imagejpeg($image, null, 85);

        return (string) ob_get_clean();
    }

    /** A lossless JPEG as far as its frame header: the form in which some cameras keep raw pixels. */
    private static function lossless(): string
    {
        return "\xFF\xD8\xFF\xC3\x00\x0B\x0E\x0B\xB8\x0F\xA0\x01\x01\x11\x00".str_repeat("\x5A", 4000)."\xFF\xD9";
    }

    private static function main(): Directory
    {
        return (new Directory())
            ->text(0x010F, 'Halden Optical')
            ->text(0x0110, 'Halden 6')
            ->short(0x0112, 1)
            ->child(0x8769, (new Directory())->text(0x9003, '2026:09:05 10:41:07')->bytes(0x9000, '0232'));
    }

    private static function raw(): Directory
    {
        return (new Directory())
            ->long(0x00FE, 0)
            ->long(0x0100, 4000)
            ->long(0x0101, 3000)
            ->short(0x0102, 16)
            ->short(0x0103, 1)
            ->short(0x0106, 32803)
            ->short(0x0115, 1)
            ->long(0x0116, 3000)
            ->pointAt(0x0111, 0x0117, str_repeat("\x11\x22", 3000));
    }

    private static function pointed(string $jpeg): Directory
    {
        return (new Directory())->short(0x0103, 6)->pointAt(0x0201, 0x0202, $jpeg);
    }

    /**
     * @return iterable<string, array{string, string, string, bool}>
     *   ending, bytes, exiftool's tag, whether our own reader finds it
     */
    public static function kinds(): iterable
    {
        $large = self::jpeg(1616, 1080);
        $small = self::jpeg(160, 120);
        yield 'strip of the first image, lossless raw behind' => [
            'CR2',
            TiffWriter::write([
                self::main()->long(0x0100, 1616)->long(0x0101, 1080)->short(0x0103, 6)->pointAt(0x0111, 0x0117, $large),
                (new Directory())->pointAt(0x0201, 0x0202, $small),
                (new Directory())->short(0x0103, 6)->pointAt(0x0111, 0x0117, self::lossless()),
            ]),
            'PreviewImage',
            true,
        ];
        yield 'in a sub-directory beside the raw pixels' => [
            'NEF',
            TiffWriter::write([
                self::main()
                    ->long(0x00FE, 1)
                    ->long(0x0100, 160)
                    ->long(0x0101, 120)
                    ->child(0x014A, self::pointed($large)),
            ]),
            'JpgFromRaw',
            true,
        ];
        yield 'named by the first directory' => [
            'ARW',
            TiffWriter::write([
                self::main()->long(0x00FE, 1)->short(0x0103, 6)->pointAt(0x0201, 0x0202, $large),
                self::pointed($small),
            ]),
            'PreviewImage',
            true,
        ];
        yield 'reduced image, raw in a sub-directory' => [
            'DNG',
            TiffWriter::write([
                self::main()
                    ->long(0x00FE, 1)
                    ->long(0x0100, 1616)
                    ->long(0x0101, 1080)
                    ->short(0x0103, 7)
                    ->short(0x0106, 6)
                    ->pointAt(0x0111, 0x0117, $large)
                    ->bytes(0xC612, "\x01\x04\x00\x00", Directory::BYTE)
                    ->child(0x014A, self::raw()),
            ]),
            'PreviewImage',
            true,
        ];
        yield 'a header of its own, tag 002E' => [
            'RW2',
            substr_replace(
                TiffWriter::write([
                    (new Directory())
                        ->text(0x010F, 'Halden Optical')
                        ->text(0x0110, 'Halden 6')
                        ->short(0x0002, 4000)
                        ->short(0x0003, 3000)
                        ->bytes(0x002E, $large),
                ]),
                "IIU\0",
                0,
                4,
            ),
            'JpgFromRaw',
            false,
        ];
        yield 'no TIFF, offset in the header' => ['RAF', self::raf($large), 'PreviewImage', false];
    }

    /** 84 bytes of header, then offset and length of the JPEG, most significant byte first. */
    private static function raf(string $jpeg): string
    {
        $header =
            str_pad('FUJIFILMCCD-RAW 0201FF000000', 28, '0').
            str_pad('Halden 6', 32, "\0").
            '0100'.
            str_repeat("\0", 20);

        return str_pad(
            $header.pack('NNNNNN', 160, strlen($jpeg), 160 + strlen($jpeg), 8, 168 + strlen($jpeg), 8),
            160,
            "\0",
        ).
            $jpeg.
            pack('N', 0).
            str_repeat("\0", 12);
    }

    #[DataProvider('kinds')]
    public function test_the_largest_embedded_picture_is_the_same_bytes_as_exiftools(
        string $ending,
        string $bytes,
        string $tag,
        bool $isOurs,
    ): void {
        $file = self::$folder.'/FRAM0001.'.$ending;
        file_put_contents($file, $bytes);
        $reference = (string) shell_exec('exiftool -b -'.$tag.' '.escapeshellarg($file).' 2>/dev/null');
        self::assertStringStartsWith("\xFF\xD8", $reference, 'exiftool finds nothing');
        $found = (new EmbeddedPictures(new ExifReader()))->largest($file);
        self::assertSame(strlen($reference), strlen($found['bytes']));
        self::assertTrue($reference === $found['bytes'], 'other bytes than exiftool’s');
        self::assertSame(1616, $found['pixels']);
        try {
            $own = (new ExifReader())->read(ByteSource::ofFile($file))->previews[0] ?? null;
        } catch (UnreadableFile) {
            $own = null;
        }
        self::assertSame(
            $isOurs,
            $own !== null,
            $isOurs ? 'our own reader should find it' : 'it should be left to exiftool',
        );
    }

    public function test_real_raw_files_from_exiftools_own_tests_give_the_same_bytes_or_none(): void
    {
        $found = 0;
        $samples = array_values(
            array_filter(
                glob($this->samples().'/*/t/images/*') ?: [],
                fn (string $file): bool => FileKind::ofExtension(pathinfo($file, PATHINFO_EXTENSION)) === FileKind::Raw,
            ),
        );
        self::assertGreaterThanOrEqual(10, count($samples));
        foreach ($samples as $file) {
            $reference = '';
            foreach (['JpgFromRaw', 'PreviewImage', 'JpgFromRaw2', 'OtherImage', 'ThumbnailImage'] as $tag) {
                $bytes = (string) shell_exec('exiftool -b -'.$tag.' '.escapeshellarg($file).' 2>/dev/null');
                $reference =
                    str_starts_with($bytes, "\xFF\xD8") && strlen($bytes) > strlen($reference) ? $bytes : $reference;
            }
            try {
                $own = (new EmbeddedPictures(new ExifReader()))->largest($file)['bytes'];
            } catch (UnableToMakePicture) {
                $own = '';
            }
            self::assertTrue($reference === $own, basename($file).': other bytes than exiftool’s');
            $found += $own === '' ? 0 : 1;
        }
        self::assertGreaterThanOrEqual(3, $found);
    }

    /**
     * Debian's source package of exiftool, fetched once, with lists of its own so that the system's stay as they are.
     */
    private function samples(): string
    {
        $folder = dirname(__DIR__, 2).'/storage/bench/exiftool-source';
        $said = [];
        if (glob($folder.'/*/t/images') === []) {
            $script = 'set -e; rm -rf "$F"; mkdir -p "$F/lists/partial" "$F/parts"; cd "$F"
                for f in /etc/apt/sources.list.d/*.sources; do if [ -e "$f" ]; then sed "s/^Types: deb$/Types: deb-src/" "$f" > "parts/$(basename "$f")"; fi; done
                if [ -s /etc/apt/sources.list ]; then sed "s/^deb /deb-src /" /etc/apt/sources.list > parts/own.list; fi
                O="-q -o Dir::Etc::SourceList=/dev/null -o Dir::Etc::SourceParts=$F/parts -o Dir::State::lists=$F/lists -o APT::Sandbox::User=root"
                apt-get update $O; apt-get source --download-only $O libimage-exiftool-perl; tar xf libimage*.orig.tar.*; rm -rf lists';
            exec('F='.escapeshellarg($folder).' timeout 120 bash -c '.escapeshellarg($script).' 2>&1', $said);
        }
        if (glob($folder.'/*/t/images') === []) {
            self::markTestSkipped('The source package of exiftool cannot be fetched: '.(string) end($said));
        }

        return $folder;
    }
}
