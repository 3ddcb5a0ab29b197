<?php

declare(strict_types=1);

namespace Tests\Reference;

use App\Captions\EmbeddedCaption;
use App\Imaging\ExifTool;
use Kanpai\Core\Captions\XmpSidecar;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Core\Frames\Metadata\MetadataReader;
use Kanpai\Core\Imaging\ByteSource;
use Kanpai\Core\Studio\Zone;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * Every field of a caption against exiftool and exiv2 (Debian packages): what we write they read, what exiftool writes
 * we read, and where twins differ we say what exiftool's MWG module says.
 */
final class CaptionsTest extends TestCase
{
    use AsksTools;

    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/kanpai-captions-'.bin2hex(random_bytes(5));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        exec('rm -rf '.escapeshellarg($this->folder));
    }

    /** @return array<string, string> a text for every field, with all that is awkward in one of them */
    private static function texts(): array
    {
        $texts = [];
        foreach (Field::cases() as $i => $field) {
            $texts[$field->value] = match (true) {
                $field === Field::CountryCode => 'GBR',
                $field->isList() => "Fluß {$i}, \"two, {$i}\", שלום",
                $field->iimBytes() === 32 => "Ä{$i} & <b> ]]>",
                default => "“Text” {$i} & <b> ]]> é e\u{301} 🚣",
            };
        }

        return $texts;
    }

    /** exiftool's flattened names of the XMP properties, by its documentation of the IPTC namespaces. */
    private static function xmpName(Field $field): string
    {
        return [
            'title' => 'Title',
            'description' => 'Description',
            'headline' => 'Headline',
            'alt_text' => 'AltTextAccessibility',
            'extended_description' => 'ExtDescrAccessibility',
            'keywords' => 'Subject',
            'persons' => 'PersonInImage',
            'event' => 'Event',
            'sublocation' => 'Location',
            'city' => 'City',
            'state' => 'State',
            'country' => 'Country',
            'country_code' => 'CountryCode',
            'creator' => 'Creator',
            'job_title' => 'AuthorsPosition',
            'credit' => 'Credit',
            'copyright' => 'Rights',
            'usage_terms' => 'UsageTerms',
            'source' => 'Source',
            'job_id' => 'TransmissionReference',
            'instructions' => 'Instructions',
            'description_writer' => 'CaptionWriter',
            'scene' => 'Scene',
            'subject_code' => 'SubjectCode',
            'genre' => 'IntellectualGenre',
            'contact_address' => 'CreatorAddress',
            'contact_city' => 'CreatorCity',
            'contact_region' => 'CreatorRegion',
            'contact_postcode' => 'CreatorPostalCode',
            'contact_country' => 'CreatorCountry',
            'contact_phone' => 'CreatorWorkTelephone',
            'contact_email' => 'CreatorWorkEmail',
            'contact_web' => 'CreatorWorkURL',
        ][$field->value];
    }

    /** exiv2's keys, by its table of XMP namespaces. */
    private static function exiv2Key(Field $field): string
    {
        $key = strtr($field->xmp(), ['Iptc4xmpCore:' => 'iptc.', 'Iptc4xmpExt:' => 'iptcExt.', ':' => '.']);

        return 'Xmp.'.
            (str_contains($field->xmp(), '/')
                ? 'iptc.CreatorContactInfo/Iptc4xmpCore:'.substr((string) strrchr($field->xmp(), ':'), 1)
                : $key);
    }

    private function jpeg(): string
    {
        $file = "{$this->folder}/frame.jpg";
        copy((glob(self::rack().'/ivo/DCIM/*/*.JPG') ?: [])[0], $file);

        return $file;
    }

    public function test_every_field_of_a_sidecar_is_read_by_exiftool_and_exiv2_with_the_same_value(): void
    {
        $caption = Caption::of(self::texts());
        $file = "{$this->folder}/frame.xmp";
        file_put_contents(
            $file,
            (new XmpSidecar())->write(null, $caption, 4, '2026-09-05T14:03:11.250+01:00', 'Album', true),
        );
        self::assertSame('', self::shell('xmllint --noout '.escapeshellarg($file)));
        $facts = self::json('exiftool -json -XMP:all '.escapeshellarg($file))[0];
        $lines = self::shell('exiv2 -PXkt '.escapeshellarg($file));
        foreach (Field::cases() as $field) {
            self::assertSame(
                $caption->items($field),
                array_map(strval(...), (array) ($facts[self::xmpName($field)] ?? [])),
                $field->value,
            );
            self::assertMatchesRegularExpression(
                '/^'.
                    preg_quote(self::exiv2Key($field), '/').
                    '\s+(lang="x-default" )?'.
                    preg_quote(implode(', ', $caption->items($field)), '/').
                    '$/m',
                $lines,
                $field->value,
            );
        }
        self::assertSame(
            [4, 'Album', true, '2026:09:05 14:03:11.250+01:00', '2026:09:05 14:03:11.250+01:00'],
            [$facts['Rating'], $facts['Label'], $facts['Good'], $facts['DateTimeOriginal'], $facts['DateCreated']],
        );
    }

    public function test_every_field_that_exiftool_writes_is_read_by_us(): void
    {
        $caption = Caption::of(self::texts());
        $arguments = [];
        foreach (Field::cases() as $field) {
            foreach ($caption->items($field) as $item) {
                $arguments[] = '-XMP:'.self::xmpName($field).'='.$item;
            }
        }
        $arguments[] = '-XMP-xmp:Rating=-1';
        $arguments[] = '-XMP-xmp:Label=Second';
        $arguments[] = '-XMP-xmpDM:Good=False';
        file_put_contents("{$this->folder}/arguments", implode("\n", $arguments)."\n");
        $sidecar = "{$this->folder}/frame.xmp";
        foreach ([$sidecar, $this->jpeg()] as $file) {
            self::shell(
                'exiftool -@ '.
                    escapeshellarg("{$this->folder}/arguments").
                    ' -overwrite_original '.
                    escapeshellarg($file),
                '1 image files',
            );
            // The camera's Artist would come before the creators of XMP (MWG 2.0).
            self::shell('exiftool -q -overwrite_original -IFD0:Artist= '.escapeshellarg($file));
            $said =
                $file === $sidecar
                    ? MetadataReader::sidecar((string) file_get_contents($file))
                    : MetadataReader::picture(ByteSource::ofFile($file));
            self::assertSame(
                [],
                array_map(
                    fn (Field $field): string => "{$field->value}: {$said->caption->text($field)}",
                    $said->caption->differsIn($caption),
                ),
            );
            self::assertSame([-1, 'Second', false], [$said->rating, $said->label, $said->isGood]);
        }
        // The same packet inside a raw file.
        $dng = "{$this->folder}/frame.dng";
        copy((glob(self::rack().'/mara-long/DCIM/*/*.DNG') ?: [])[0], $dng);
        self::shell(
            'exiftool -@ '.
                escapeshellarg("{$this->folder}/arguments").
                ' -overwrite_original -IFD0:Artist= '.
                escapeshellarg($dng),
            '1 image files',
        );
        self::assertSame([], MetadataReader::picture(ByteSource::ofFile($dng))->caption->differsIn($caption));
    }

    public function test_iim_alone_is_read_in_utf_8_and_in_latin_1_and_is_cut_as_exiftool_finds_right(): void
    {
        foreach (['utf8', 'Latin'] as $charset) {
            $file = $this->jpeg();
            $arguments = ['-charset', "iptc={$charset}", ...$charset === 'utf8' ? ['-codedcharacterset=utf8'] : []];
            $expected = [];
            foreach (Field::cases() as $i => $field) {
                if ($field->iim() !== null) {
                    foreach (
                        $field->isList() ? ["Fluß {$i}", "Ö{$i}"] : [$field === Field::CountryCode ? 'GBR' : "Ü{$i}ß"] as $item
                    ) {
                        $arguments[] = '-IPTC:'.self::iimName($field).'='.$item;
                        $expected[$field->value] = isset($expected[$field->value])
                            ? "{$expected[$field->value]}, {$item}"
                            : $item;
                    }
                }
            }
            file_put_contents("{$this->folder}/arguments", implode("\n", $arguments)."\n");
            self::shell(
                'exiftool -@ '.
                    escapeshellarg("{$this->folder}/arguments").
                    ' -overwrite_original -IFD0:Artist= '.
                    escapeshellarg($file),
                '1 image files',
            );
            self::assertSame(
                [],
                array_map(
                    fn (Field $field): string => $field->value,
                    MetadataReader::picture(ByteSource::ofFile($file))->caption->differsIn(Caption::of($expected)),
                ),
                $charset,
            );
        }
        // Cut by us at its bytes, at the border of a character; exiftool knows the lengths by itself and warns of none.
        $texts = [];
        foreach (Field::cases() as $field) {
            $texts[$field->value] = $field === Field::CountryCode ? 'GBR' : str_repeat("x\u{301}👩‍👩‍👧‍👦ö", 160);
        }
        $file = $this->jpeg();
        (new ExifTool())->write($file, EmbeddedCaption::tags(Caption::of($texts), 0, Zone::of('UTC'), 0));
        $facts = self::json('exiftool -json -G0 -IPTC:all -XMP:all '.escapeshellarg($file))[0];
        foreach (Field::cases() as $field) {
            if ($field->iim() !== null) {
                $kept = (string) ((array) $facts['IPTC:'.self::iimName($field)])[0];
                self::assertSame(Caption::of($texts)->iimItems($field)[0], $kept, $field->value);
                self::assertLessThanOrEqual($field->iimBytes(), strlen($kept));
                if ($kept === $texts[$field->value]) {
                    continue;
                }
                // The next whole character would not have fitted.
                $next = (string) grapheme_extract(substr($texts[$field->value], strlen($kept)), 1);
                self::assertGreaterThan($field->iimBytes(), strlen($kept.$next), $field->value);
            }
            self::assertSame(
                $texts[$field->value],
                (string) ((array) $facts['XMP:'.self::xmpName($field)])[0],
                $field->value,
            );
        }
        self::assertStringNotContainsString(
            'exceeds length limit',
            self::shell('exiftool -validate -warning -a '.escapeshellarg($file)),
        );
    }

    /** @return iterable<string, array{list<list<string>>}> steps of exiftool's arguments */
    public static function twins(): iterable
    {
        $mwg = '-MWG:';
        yield 'XMP alone' => [[['-XMP-dc:Description=x', '-XMP-photoshop:City=x', '-XMP-dc:Subject=x']]];
        yield 'IIM alone' => [
            [['-IPTC:Caption-Abstract=i', '-IPTC:City=i', '-IPTC:Keywords=i', '-IPTC:CopyrightNotice=i']],
        ];
        yield 'Exif first' => [
            [
                [
                    '-IFD0:ImageDescription=e',
                    '-IPTC:Caption-Abstract=i',
                    '-XMP-dc:Description=x',
                    '-IFD0:Copyright=e',
                    '-XMP-dc:Rights=x',
                ],
            ],
        ];
        yield 'XMP before IIM where no digest was kept' => [
            [
                [
                    '-IPTC:Caption-Abstract=i',
                    '-XMP-dc:Description=x',
                    '-IPTC:City=i',
                    '-XMP-photoshop:City=x',
                    '-IPTC:Keywords=i',
                    '-XMP-dc:Subject=x',
                ],
            ],
        ];
        yield 'XMP before IIM where the digest fits' => [
            [
                ['-IPTC:City=i', '-IPTC:Keywords=i', '-XMP-photoshop:City=x', '-XMP-dc:Subject=x'],
                ['-Photoshop:IPTCDigest=new'],
            ],
        ];
        yield 'IIM first where it was changed by itself' => [
            [
                [
                    '-IPTC:City=i',
                    '-XMP-photoshop:City=x',
                    '-IPTC:Keywords=i',
                    '-XMP-dc:Subject=x',
                    '-XMP-dc:Description=x',
                    '-IPTC:Caption-Abstract=x',
                ],
                ['-Photoshop:IPTCDigest=new'],
                ['-IPTC:City=changed', '-IPTC:Keywords=changed', '-IPTC:Caption-Abstract=changed'],
            ],
        ];
        yield 'what IIM had no room for' => [
            [
                ['-IPTC:City='.str_repeat('c', 32), '-XMP-photoshop:City='.str_repeat('c', 40)],
                ['-Photoshop:IPTCDigest=new'],
                ['-IPTC:Headline=changed'],
            ],
        ];
        yield 'written as MWG says' => [
            [["{$mwg}Description=m", "{$mwg}City=m", "{$mwg}Keywords=m", "{$mwg}Copyright=m", "{$mwg}Creator=m"]],
        ];
        yield 'several creators in Exif' => [[['-IFD0:Artist=Ada', '-IFD0:Artist=Joss', '-XMP-dc:Creator=x']]];
        yield 'a creator with a semicolon' => [[['-IFD0:Artist=Ada; Joss', '-IFD0:Artist=Bea "B" Thorn']]];
    }

    /** @param  list<list<string>>  $steps */
    #[DataProvider('twins')]
    public function test_twins_are_reconciled_as_exiftools_mwg_module_does(array $steps): void
    {
        $file = $this->jpeg();
        self::shell('exiftool -q -overwrite_original -IFD0:Artist= '.escapeshellarg($file));
        foreach ($steps as $arguments) {
            self::shell(
                'exiftool -q -use MWG -overwrite_original '.
                    implode(' ', array_map(escapeshellarg(...), $arguments)).
                    ' '.
                    escapeshellarg($file),
            );
        }
        $facts = self::json(
            'exiftool -json -use MWG -MWG:Description -MWG:City -MWG:Keywords -MWG:Copyright -MWG:Creator '.
                escapeshellarg($file),
        )[0];
        $said = MetadataReader::picture(ByteSource::ofFile($file))->caption;
        $compared = 0;
        foreach (
            [
                'Description' => Field::Description,
                'City' => Field::City,
                'Keywords' => Field::Keywords,
                'Copyright' => Field::Copyright,
                'Creator' => Field::Creator,
            ] as $name => $field
        ) {
            self::assertSame(array_map(strval(...), (array) ($facts[$name] ?? [])), $said->items($field), $name);
            $compared += isset($facts[$name]) ? 1 : 0;
        }
        self::assertGreaterThan(0, $compared);
    }

    /** A field that was taken in and emptied since must not come back from a twin: no reader may find it anywhere. */
    public function test_a_delivered_file_says_nothing_that_the_caption_says_no_more(): void
    {
        $file = $this->jpeg();
        self::shell(
            'exiftool -q -overwrite_original -IPTC:City=Old -XMP-photoshop:City=Old -IPTC:Keywords=old -XMP-dc:Subject=old -IFD0:ImageDescription=Old -IPTC:Caption-Abstract=Old -XMP-dc:Description=Old -XMP-dc:Description-fr=Vieux -XMP-iptcCore:CreatorWorkEmail=old@quay.example -XMP-xmp:Label=Old -XMP-dc:Contributor=Somebody -MakerNotes= '.
                escapeshellarg($file),
        );
        $caption = Caption::of(['headline' => 'New', 'keywords' => 'new', 'creator' => '"Ada; Fenn", Joss Merle']);
        (new ExifTool())->write(
            $file,
            EmbeddedCaption::tags($caption, 1_788_613_391_250, Zone::of('Europe/London'), 0),
        );
        $all = self::shell('exiftool -a -G1 -XMP:all -IPTC:all -IFD0:all '.escapeshellarg($file));
        self::assertDoesNotMatchRegularExpression('/\bold\b/i', $all);
        self::assertStringContainsString('Somebody', $all, 'what we do not know was taken out');
        foreach (
            ['exiftool -s3 -use MWG -MWG:Keywords', 'exiftool -s3 -XMP-dc:Subject', 'exiftool -s3 -IPTC:Keywords'] as $asking
        ) {
            self::assertSame("new\n", self::shell($asking.' '.escapeshellarg($file)), $asking);
        }
        // A creator whose name holds a semicolon is one creator for all three.
        self::assertSame(
            '["Ada; Fenn","Joss Merle"]',
            json_encode(MetadataReader::picture(ByteSource::ofFile($file))->caption->items(Field::Creator)),
        );
        self::assertSame(
            [['Ada; Fenn', 'Joss Merle']],
            array_column(self::json('exiftool -json -use MWG -MWG:Creator '.escapeshellarg($file)), 'Creator'),
        );
        // The digest is that of the IIM block, so that XMP is believed.
        $digests = self::json('exiftool -json -CurrentIPTCDigest -IPTCDigest '.escapeshellarg($file))[0];
        self::assertSame($digests['CurrentIPTCDigest'], $digests['IPTCDigest']);
    }

    public function test_a_sidecar_with_foreign_namespaces_keeps_them(): void
    {
        $file = "{$this->folder}/frame.xmp";
        self::shell(
            'exiftool -q -XMP-exif:FNumber=2.8 -XMP-tiff:Make=Halden -XMP-xmpMM:DocumentID=uuid:1 -XMP-dc:Contributor=Somebody -XMP-dc:Description-fr=Vieux -XMP-dc:Description=Old -XMP-xmp:Nickname=N -XMP-cc:License=http://example.org/l '.
                escapeshellarg($file),
        );
        $before = self::json('exiftool -json -G1 -XMP:all '.escapeshellarg($file))[0];
        $text = (string) file_get_contents($file);
        file_put_contents(
            $file,
            (new XmpSidecar())->write(
                $text,
                Caption::of(['description' => 'New', 'city' => 'Saltmarsh', 'keywords' => 'a']),
                3,
            ),
        );
        $after = self::json('exiftool -json -G1 -XMP:all '.escapeshellarg($file))[0];
        self::assertEquals(
            [
                'XMP-dc:Description' => 'New',
                'XMP-photoshop:City' => 'Saltmarsh',
                'XMP-dc:Subject' => 'a',
                'XMP-xmp:Rating' => 3,
            ],
            array_diff_assoc($after, $before),
        );
        self::assertSame([], array_diff_key($before, $after));
        self::assertSame('', self::shell('xmllint --noout '.escapeshellarg($file)));
        // Line by line, only lines of the description are gone.
        $foreign = (string) preg_replace('~\s*<dc:description>.*?</dc:description>~s', '', $text, 1, $taken);
        self::assertSame(1, $taken);
        $gone = array_diff(explode("\n", $foreign), explode("\n", (string) file_get_contents($file)));
        // One start tag has new namespaces.
        self::assertLessThanOrEqual(1, count($gone), implode("\n", $gone));
    }

    private static function iimName(Field $field): string
    {
        return [
            5 => 'ObjectName',
            25 => 'Keywords',
            40 => 'SpecialInstructions',
            80 => 'By-line',
            85 => 'By-lineTitle',
            90 => 'City',
            92 => 'Sub-location',
            95 => 'Province-State',
            100 => 'Country-PrimaryLocationCode',
            101 => 'Country-PrimaryLocationName',
            103 => 'OriginalTransmissionReference',
            105 => 'Headline',
            110 => 'Credit',
            115 => 'Source',
            116 => 'CopyrightNotice',
            120 => 'Caption-Abstract',
            122 => 'Writer-Editor',
        ][(int) $field->iim()];
    }
}
