<?php

declare(strict_types=1);

namespace Tests\Reference;

use App\Captions\EmbeddedCaption;
use App\Imaging\ExifTool;
use Kanpai\Core\Captions\XmpSidecar;
use Kanpai\Core\Copies\ChecksumList;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Core\Imaging\ByteSource;
use Kanpai\Core\Ingest\ExifReader;
use Kanpai\Core\Studio\Zone;
use PHPUnit\Framework\TestCase;

/**
 * What we read and wrote, as programs that know nothing of us read it: exiftool, exiv2, raw-identify (LibRaw),
 * xmllint, xxhsum. They are Debian packages.
 */
final class MetadataTest extends TestCase
{
    use AsksTools;

    private const CAPTION = [
        'headline' => 'Final, bend',
        'description' => "Saltmarsh Regatta, “the bend” – 14:03\nSecond line & <more> \\ \$done",
        'keywords' => 'rowing, regatta, Fluß',
        'persons' => 'Ada Fenn, Joss Merle',
        'event' => 'Saltmarsh Regatta',
        'sublocation' => 'Saltmarsh Quay',
        'city' => 'Saltmarsh',
        'state' => 'Estuary',
        'country' => 'Nowhere',
        'country_code' => 'XXX',
        'creator' => 'Mara Quill',
        'credit' => 'Mara Quill Photography',
        'copyright' => '© 2026 Mara Quill',
        'usage_terms' => 'Club use only',
        'source' => 'Mara Quill',
        'job_id' => 'SMR-2026',
        'instructions' => 'Embargo until Monday',
    ];

    /** exiftool’s names, by the IPTC Photo Metadata Standard’s table of XMP and IIM twins and MWG Guidelines 2.0. */
    private const TWINS = [
        'headline' => ['XMP:Headline', 'IPTC:Headline'],
        'description' => ['XMP:Description', 'IPTC:Caption-Abstract', 'EXIF:ImageDescription'],
        'keywords' => ['XMP:Subject', 'IPTC:Keywords'],
        'persons' => ['XMP:PersonInImage'],
        'event' => ['XMP:Event'],
        'sublocation' => ['XMP:Location', 'IPTC:Sub-location'],
        'city' => ['XMP:City', 'IPTC:City'],
        'state' => ['XMP:State', 'IPTC:Province-State'],
        'country' => ['XMP:Country', 'IPTC:Country-PrimaryLocationName'],
        'country_code' => ['XMP:CountryCode', 'IPTC:Country-PrimaryLocationCode'],
        'creator' => ['XMP:Creator', 'IPTC:By-line', 'EXIF:Artist'],
        'credit' => ['XMP:Credit', 'IPTC:Credit'],
        'copyright' => ['XMP:Rights', 'IPTC:CopyrightNotice', 'EXIF:Copyright'],
        'usage_terms' => ['XMP:UsageTerms'],
        'source' => ['XMP:Source', 'IPTC:Source'],
        'job_id' => ['XMP:TransmissionReference', 'IPTC:OriginalTransmissionReference'],
        'instructions' => ['XMP:Instructions', 'IPTC:SpecialInstructions'],
    ];

    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/kanpai-reference-'.bin2hex(random_bytes(5));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        exec('rm -rf '.escapeshellarg($this->folder));
    }

    public function test_every_frame_of_the_demo_reads_as_exiftool_reads_it(): void
    {
        $rack = self::rack();
        $read = self::json(
            'exiftool -json -n -G1 -r -ext jpg -ext dng -ExifIFD:all -IFD0:all -File:ImageWidth -File:ImageHeight -IFD1:ThumbnailLength '.
                escapeshellarg($rack),
        );
        self::assertGreaterThanOrEqual(240, count($read));
        $reader = new ExifReader();
        foreach ($read as $facts) {
            $exif = $reader->read(ByteSource::ofFile($facts['SourceFile']));
            $name = basename($facts['SourceFile']);
            self::assertSame($facts['IFD0:Make'], $exif->make, $name);
            self::assertSame($facts['IFD0:Model'], $exif->model, $name);
            self::assertSame((string) $facts['ExifIFD:SerialNumber'], $exif->serial, $name);
            self::assertSame($facts['ExifIFD:LensModel'], $exif->lens, $name);
            self::assertSame(
                $facts['ExifIFD:DateTimeOriginal'].
                    '.'.
                    substr(str_pad((string) $facts['ExifIFD:SubSecTimeOriginal'], 3, '0'), 0, 3),
                strtr(substr((string) $exif->takenAt, 0, 10), '-', ':').substr((string) $exif->takenAt, 10),
                $name,
            );
            $minutes = isset($facts['ExifIFD:OffsetTimeOriginal'])
                ? 60 * (int) $facts['ExifIFD:OffsetTimeOriginal']
                : null;
            self::assertSame($minutes, $exif->takenAt?->offsetMinutes, $name);
            self::assertEqualsWithDelta($facts['ExifIFD:ExposureTime'], $exif->exposure, 1e-6, $name);
            self::assertEqualsWithDelta($facts['ExifIFD:FNumber'], $exif->fNumber, 1e-6, $name);
            self::assertSame($facts['ExifIFD:ISO'], $exif->iso, $name);
            self::assertEqualsWithDelta($facts['ExifIFD:FocalLength'], $exif->focalLength, 1e-6, $name);
            self::assertSame($facts['IFD0:Orientation'] ?? 1, $exif->orientation, $name);
            if (str_ends_with($name, '.JPG')) {
                self::assertSame(
                    [$facts['File:ImageWidth'], $facts['File:ImageHeight']],
                    [$exif->width, $exif->height],
                    $name,
                );
                self::assertSame($facts['IFD1:ThumbnailLength'], $exif->thumbnail?->length, $name);
            }
        }
    }

    public function test_the_demos_raw_files_are_raw_files_to_libraw_and_their_preview_stands_where_exiftool_finds_it(): void
    {
        $files = glob(self::rack().'/*/DCIM/*/*.DNG') ?: [];
        self::assertGreaterThan(10, count($files));
        foreach (array_slice($files, 0, 6) as $file) {
            self::assertStringContainsString(
                'is a Halden Optical Halden 6 image',
                self::shell('raw-identify '.escapeshellarg($file)),
            );
            $source = ByteSource::ofFile($file);
            $preview = (new ExifReader())->read($source)->previews[0];
            self::assertSame("\xFF\xD8", substr($preview->bytes($source), 0, 2));
            $size = getimagesizefromstring($preview->bytes($source));
            self::assertSame([$preview->width, $preview->height], [$size[0] ?? 0, $size[1] ?? 0]);
            self::assertContains(
                $preview->offset,
                array_map(
                    intval(...),
                    explode(
                        ' ',
                        self::shell(
                            'exiftool -n -s3 -a -G0 -StripOffsets -PreviewImageStart -JpgFromRawStart '.
                                escapeshellarg($file).
                                " | tr '\n' ' '",
                        ),
                    ),
                ),
            );
        }
    }

    public function test_an_embedded_caption_is_in_step_for_exiftool_and_exiv2(): void
    {
        $file = "{$this->folder}/frame.jpg";
        copy((glob(self::rack().'/ivo/DCIM/*/*.JPG') ?: [])[0], $file);
        $pixels = self::shell('exiftool -all= -o - '.escapeshellarg($file).' | djpeg | xxh128sum');
        $caption = Caption::of(self::CAPTION);
        // 2026-09-05T14:03:11.250+01:00
        (new ExifTool())->write(
            $file,
            EmbeddedCaption::tags($caption, 1_788_613_391_250, Zone::of('Europe/London'), 4),
        );

        $facts = self::json('exiftool -json -G0 -struct '.escapeshellarg($file))[0];
        foreach (self::TWINS as $field => $tags) {
            $items = $caption->items(Field::from($field));
            foreach ($tags as $tag) {
                self::assertArrayHasKey($tag, $facts, $field);
                self::assertSame($items, array_map(strval(...), (array) $facts[$tag]), $tag);
            }
        }
        self::assertSame(4, $facts['XMP:Rating']);
        self::assertSame('2026:09:05 14:03:11', $facts['EXIF:DateTimeOriginal']);
        self::assertSame('+01:00', $facts['EXIF:OffsetTimeOriginal']);
        self::assertSame('250', (string) $facts['EXIF:SubSecTimeOriginal']);
        self::assertSame('2026:09:05', $facts['IPTC:DateCreated']);
        self::assertSame('14:03:11+01:00', $facts['IPTC:TimeCreated']);
        self::assertSame(
            $pixels,
            self::shell('exiftool -all= -o - '.escapeshellarg($file).' | djpeg | xxh128sum'),
            'the pixels changed',
        );

        $exiv2 = self::shell('exiv2 -PEXIkt '.escapeshellarg($file));
        foreach (['Iptc.Application2.City', 'Xmp.photoshop.City'] as $key) {
            self::assertMatchesRegularExpression('/^'.preg_quote($key, '/').'\s+Saltmarsh$/m', $exiv2);
        }
        self::assertMatchesRegularExpression('/^Exif\.Image\.Artist\s+Mara Quill$/m', $exiv2);
        self::assertMatchesRegularExpression(
            '/^Xmp\.dc\.description\s+lang="x-default" Saltmarsh Regatta, “the bend”/m',
            $exiv2,
        );
        self::assertMatchesRegularExpression('/^Iptc\.Envelope\.CharacterSet\s+/m', $exiv2);
        self::assertMatchesRegularExpression('/^Iptc\.Application2\.Keywords\s+Fluß$/m', $exiv2);
    }

    public function test_a_long_text_is_cut_where_iim_ends_and_whole_in_xmp(): void
    {
        $long = str_repeat('ä', 100);
        $file = "{$this->folder}/frame.jpg";
        copy((glob(self::rack().'/ivo/DCIM/*/*.JPG') ?: [])[0], $file);
        $fields = array_fill_keys(
            array_map(
                fn (Field $field): string => $field->value,
                array_filter(
                    Field::cases(),
                    fn (Field $field): bool => $field->iimBytes() > 0 && $field->iimBytes() < 200 && ! $field->isList(),
                ),
            ),
            $long,
        );
        (new ExifTool())->write($file, EmbeddedCaption::tags(Caption::of($fields), 0, Zone::of('UTC'), 0));
        $facts = self::json('exiftool -json -G0 '.escapeshellarg($file))[0];
        foreach (array_keys(array_intersect_key($fields, self::TWINS)) as $field) {
            self::assertSame($long, $facts[self::TWINS[$field][0]], $field);
            $cut = $facts[self::TWINS[$field][1]];
            self::assertSame(2 * intdiv(Field::from($field)->iimBytes(), 2), strlen($cut), $field);
            self::assertStringStartsWith($cut, $long);
        }
        // exiftool knows the lengths of IIM 4.2 by itself: it warns of none.
        self::assertStringNotContainsString(
            'exceeds length limit',
            self::shell('exiftool -validate -warning -a '.escapeshellarg($file)),
        );
    }

    public function test_a_sidecar_is_well_formed_and_reads_as_it_was_meant(): void
    {
        $file = "{$this->folder}/frame.xmp";
        file_put_contents(
            $file,
            (new XmpSidecar())->write(null, Caption::of(self::CAPTION), -1, '2026-09-05T14:03:11.250+01:00'),
        );
        self::shell('xmllint --noout '.escapeshellarg($file).' && echo fine', 'fine');
        $facts = self::json('exiftool -json -G0 -struct '.escapeshellarg($file))[0];
        foreach (self::TWINS as $field => $tags) {
            self::assertSame(
                Caption::of(self::CAPTION)->items(Field::from($field)),
                array_map(strval(...), (array) $facts[$tags[0]]),
                $field,
            );
        }
        self::assertSame(-1, $facts['XMP:Rating']);
        self::assertStringContainsString('Xmp.photoshop.City', self::shell('exiv2 -PXkt '.escapeshellarg($file)));

        // What another program wrote stays.
        self::shell(
            'exiftool -overwrite_original -XMP-dc:Contributor=Somebody -XMP-xmp:Label=Second '.escapeshellarg($file),
        );
        file_put_contents(
            $file,
            (new XmpSidecar())->write((string) file_get_contents($file), Caption::of(['city' => 'Elsewhere']), 3),
        );
        $facts = self::json('exiftool -json -G0 '.escapeshellarg($file))[0];
        self::assertSame(
            ['Somebody', 'Second', 'Elsewhere', 3],
            [$facts['XMP:Contributor'], $facts['XMP:Label'], $facts['XMP:City'], $facts['XMP:Rating']],
        );
        self::assertArrayNotHasKey('XMP:Headline', $facts);
    }

    public function test_a_checksum_list_is_checked_by_xxhsum(): void
    {
        $hashes = [];
        foreach (['a.jpg', 'b c.jpg'] as $name) {
            file_put_contents("{$this->folder}/{$name}", random_bytes(100_000));
            $hashes[$name] = (string) hash_file('xxh128', "{$this->folder}/{$name}");
        }
        file_put_contents("{$this->folder}/".ChecksumList::NAME, ChecksumList::of($hashes));
        $check = 'cd '.escapeshellarg($this->folder).' && xxhsum -c '.ChecksumList::NAME.' 2>&1';
        self::shell("{$check} && echo all well", 'all well');
        file_put_contents("{$this->folder}/a.jpg", 'x', FILE_APPEND);
        self::shell("{$check} || echo damage found", 'damage found');
    }
}
