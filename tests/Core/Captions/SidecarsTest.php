<?php

declare(strict_types=1);

namespace Tests\Core\Captions;

use Kanpai\Core\Captions\XmpSidecar;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Core\Frames\Metadata\MetadataReader;
use Kanpai\Core\Frames\Metadata\UnreadableSidecar;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * XMP as other software writes it (ISO 16684-1): read in all its forms, changed without touching a byte that is not
 * ours.
 */
final class SidecarsTest extends TestCase
{
    private const RDF = 'xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"';

    private const OURS = 'xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:xmp="http://ns.adobe.com/xap/1.0/" xmlns:photoshop="http://ns.adobe.com/photoshop/1.0/" xmlns:c="http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/"';

    /** Pieces that belong to nobody we know, in all that XML allows. */
    private const FOREIGN = [
        '<e:Own  e:at = "1"  >kept  </e:Own>',
        "<e:Deep>\r\n\t<rdf:Bag><rdf:li rdf:parseType='Resource'><e:x>1</e:x></rdf:li></rdf:Bag></e:Deep>",
        '<!-- dc:subject <dc:subject> is a comment -->',
        '<e:Code><![CDATA[<photoshop:City>not a city</photoshop:City> ]]]]><![CDATA[>]]></e:Code>',
        '<?own dc:title="x"?>',
        '<e:Empty/>',
        '<e:Attr e:v="a > b"/>',
        "<e:Quote e:q='\"'>&#x41;&amp;</e:Quote>",
        '<e:Holder><dc:subject><rdf:Bag><rdf:li>inner, not ours</rdf:li></rdf:Bag></dc:subject></e:Holder>',
    ];

    private static function packet(string $inside, string $attributes = ''): string
    {
        return "<?xpacket begin=\"\u{FEFF}\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?>\n<x:xmpmeta xmlns:x=\"adobe:ns:meta/\" x:xmptk=\"Own 1.0\">\n<rdf:RDF ".
            self::RDF.
            '><rdf:Description rdf:about="" xmlns:e="http://example.org/own/" '.
            self::OURS.
            " {$attributes}>{$inside}</rdf:Description></rdf:RDF>\n</x:xmpmeta>\n<?xpacket end=\"w\"?>  \n";
    }

    /** @return iterable<string, array{string}> */
    public static function forms(): iterable
    {
        $about = '<rdf:Description rdf:about="" '.self::OURS;
        $frame = fn (string $inside): string => '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF '.
            self::RDF.
            ">{$inside}</rdf:RDF></x:xmpmeta>";
        yield 'elements' => [
            $frame(
                ''.
                    "{$about}><photoshop:City>Saltmarsh</photoshop:City><dc:subject><rdf:Bag><rdf:li>a</rdf:li><rdf:li>b, ".
                    'c</rdf:li></rdf:Bag></dc:subject><dc:title><rdf:Alt><rdf:li xml:lang="fr">Le</rdf:li><rdf:li '.
                    'xml:lang="x-default">The</rdf:li></rdf:Alt></dc:title><xmp:Rating>3</xmp:Rating><xmp:Label>Second</xmp:Label><c:CreatorContactInfo '.
                    'rdf:parseType="Resource"><c:CiEmailWork>a@quay.example</c:CiEmailWork></c:CreatorContactInfo></rdf:Description>',
            ),
        ];
        yield 'attributes' => [
            $frame(
                "{$about} photoshop:City=\"Saltmarsh\" xmp:Rating='3' ".
                    'xmp:Label="Second"><dc:title><rdf:Alt><rdf:li '.
                    'xml:lang="x-default">The</rdf:li></rdf:Alt></dc:title><dc:subject><rdf:Seq><rdf:li>a</rdf:li><rdf:li>b, '.
                    'c</rdf:li></rdf:Seq></dc:subject><c:CreatorContactInfo '.
                    'c:CiEmailWork="a@quay.example"/></rdf:Description>',
            ),
        ];
        yield 'several descriptions' => [
            $frame(
                "{$about} ".
                    "photoshop:City=\"Saltmarsh\"/>{$about}><xmp:Rating>3</xmp:Rating><xmp:Label>Second</xmp:Label></rdf:Description>{$about}><dc:subject><rdf:Bag><rdf:li>a</rdf:li><rdf:li>b, ".
                    'c</rdf:li></rdf:Bag></dc:subject><dc:title><rdf:Alt><rdf:li '.
                    'xml:lang="x-default">The</rdf:li></rdf:Alt></dc:title><c:CreatorContactInfo><rdf:Description '.
                    'c:CiEmailWork="a@quay.example"/></c:CreatorContactInfo></rdf:Description>',
            ),
        ];
        yield 'no frame around it, other prefixes' => [
            '<r:RDF xmlns:r="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><r:Description r:about="" '.
                'xmlns:p="http://ns.adobe.com/photoshop/1.0/" xmlns:d="http://purl.org/dc/elements/1.1/" '.
                'xmlns:x="http://ns.adobe.com/xap/1.0/" xmlns:k="http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/" '.
                'x:Rating="3.0" x:Label="Second"><p:City> Saltmarsh </p:City><d:subject><r:Bag><r:li>a</r:li><r:li>b, '.
                'c</r:li></r:Bag></d:subject><d:title>The</d:title><k:CreatorContactInfo '.
                'r:parseType="Resource"><k:CiEmailWork>a@quay.example</k:CiEmailWork></k:CreatorContactInfo></r:Description></r:RDF>',
        ];
    }

    #[DataProvider('forms')]
    public function test_all_forms_of_rdf_are_read_and_changed(string $xmp): void
    {
        $said = MetadataReader::sidecar($xmp);
        self::assertSame(
            ['title' => 'The', 'keywords' => 'a, "b, c"', 'city' => 'Saltmarsh', 'contact_email' => 'a@quay.example'],
            $said->caption->values(),
        );
        self::assertSame([3, 'Second', null], [$said->rating, $said->label, $said->isGood]);
        $same = (new XmpSidecar())->write($xmp, $said->caption, 3, null, 'Second');
        self::assertSame($xmp, $same, 'nothing was to be changed');
        $wanted = Caption::of(['city' => 'Quay', 'keywords' => 'x', 'contact_phone' => '1', 'persons' => 'Ada Fenn']);
        $changed = MetadataReader::sidecar((new XmpSidecar())->write($xmp, $wanted, -1, null, ''));
        self::assertSame($wanted->values(), $changed->caption->values());
        self::assertSame([-1, ''], [$changed->rating, $changed->label]);
    }

    /** Every order of foreign pieces around ours: what is left when ours are taken out again is what was there. */
    public function test_what_we_do_not_know_stays_byte_for_byte(): void
    {
        mt_srand(3);
        for ($i = 0; $i < 60; $i++) {
            $pieces = self::FOREIGN;
            shuffle($pieces);
            $ours = [
                '<dc:subject><rdf:Bag><rdf:li>old</rdf:li></rdf:Bag></dc:subject>',
                '<photoshop:City>Old</photoshop:City>',
                '<dc:title><rdf:Alt><rdf:li xml:lang="x-default">Old</rdf:li></rdf:Alt></dc:title>',
            ];
            $inside = '';
            foreach ($pieces as $n => $piece) {
                $inside .= $piece.($n % 3 === $i % 3 ? (string) array_pop($ours) : '');
            }
            $xmp = self::packet($inside, 'e:Last="x"  xmp:Rating="1"');
            $written = (new XmpSidecar())->write(
                $xmp,
                Caption::of(['city' => 'Saltmarsh', 'keywords' => 'new, ]]>', 'headline' => 'A <b>']),
                5,
                '2026-09-05T10:00:00.000+01:00',
            );
            self::assertSame(
                ['headline' => 'A <b>', 'keywords' => 'new, ]]>', 'city' => 'Saltmarsh'],
                MetadataReader::sidecar($written)->caption->values(),
            );
            foreach ([...$pieces, 'e:Last="x"', '<?xpacket end="w"?>  ', 'x:xmptk="Own 1.0"'] as $piece) {
                self::assertSame(substr_count($xmp, $piece), substr_count($written, $piece), $piece);
            }
            // Taken out again, nothing of ours is left and nothing of theirs is missing.
            $bare = (new XmpSidecar())->write($written, Caption::nothing(), null);
            $stripped = fn (string $text): string => (string) preg_replace(
                [
                    '~\s+(xmp:Rating="1"|xmlns:Iptc\w+="[^"]*")~',
                    '~<(dc:subject><rdf:Bag><rdf:li>old.*?dc:subject|dc:title.*?/dc:title|photoshop:City>Old</photoshop:City)>~s',
                    '~\s*<xmp:Rating>5</xmp:Rating>|\s*<photoshop:DateCreated>.*?</photoshop:DateCreated>|\s*<exif:DateTimeOriginal>.*?</exif:DateTimeOriginal>|\s+xmlns:exif="[^"]*"~s',
                ],
                '',
                $text,
            );
            self::assertSame($stripped($xmp), $stripped($bare));
        }
    }

    public function test_other_languages_stay_with_their_text(): void
    {
        $xmp = self::packet(
            '<dc:description><rdf:Alt><rdf:li xml:lang="x-default">Old</rdf:li><rdf:li xml:lang="fr-FR">Vieux '.
                '&amp; beau</rdf:li></rdf:Alt></dc:description>',
        );
        $written = (new XmpSidecar())->write($xmp, Caption::of(['description' => 'New']));
        self::assertStringContainsString('<rdf:li xml:lang="fr-FR">Vieux &amp; beau</rdf:li>', $written);
        self::assertSame('New', MetadataReader::sidecar($written)->caption->text(Field::Description));
        self::assertStringNotContainsString(
            'Vieux',
            (new XmpSidecar())->write($written, Caption::nothing()),
            'a field that is emptied is empty in all languages',
        );
    }

    public function test_odd_packets_are_written_into(): void
    {
        $frame = fn (string $inside): string => '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF '.
            self::RDF.
            ">{$inside}</rdf:RDF></x:xmpmeta>";
        $odd = [
            'no description' => $frame(''),
            'an empty one' => $frame('<rdf:Description rdf:about=""/>'),
            'RDF without content' => '<rdf:RDF '.self::RDF.'/>',
            'a prefix that means something else' => $frame(
                '<rdf:Description rdf:about="" '.
                    'xmlns:photoshop="http://example.org/mine/"><photoshop:City>mine</photoshop:City></rdf:Description>',
            ),
        ];
        foreach ($odd as $name => $xmp) {
            $written = (new XmpSidecar())->write($xmp, Caption::of(['city' => 'Saltmarsh', 'keywords' => 'a']), 2);
            self::assertSame(
                ['keywords' => 'a', 'city' => 'Saltmarsh'],
                MetadataReader::sidecar($written)->caption->values(),
                $name,
            );
            self::assertSame(
                $written,
                (new XmpSidecar())->write($written, Caption::of(['city' => 'Saltmarsh', 'keywords' => 'a']), 2),
                $name,
            );
            self::assertSame(
                str_contains($xmp, '>mine<'),
                str_contains($written, '<photoshop:City>mine</photoshop:City>'),
                $name,
            );
        }
    }

    /** @return iterable<string, array{string, string}> */
    public static function bad(): iterable
    {
        yield 'nothing' => ['', 'is no XML'];
        yield 'notes' => ['my notes', 'is no XML'];
        yield 'not closed' => ['<x:xmpmeta xmlns:x="adobe:ns:meta/">', 'is no XML'];
        yield 'a page' => ['<html/>', 'is no XMP'];
        yield 'an external entity' => [
            '<?xml version="1.0"?><!DOCTYPE x [<!ENTITY e SYSTEM "file:///etc/passwd">]><rdf:RDF '.
            self::RDF.
            '>&e;</rdf:RDF>',
            'names entities',
        ];
        yield 'an entity of entities' => [
            '<!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]><rdf:RDF '.
            self::RDF.
            '>&b;</rdf:RDF>',
            'names entities',
        ];
        $hidden =
            '<?xml version="1.0" encoding="UTF-16"?><!DOCTYPE x [<!ENTITY a "aaaaaaaaaa">]><rdf:RDF '.
            self::RDF.
            '>&a;</rdf:RDF>';
        yield 'entities in sixteen bits, where a look for them by bytes finds none' => [
            "\xFF\xFE".mb_convert_encoding($hidden, 'UTF-16LE', 'UTF-8'),
            'is not written in UTF-8',
        ];
        yield 'the same without a byte order mark' => [
            mb_convert_encoding($hidden, 'UTF-16BE', 'UTF-8'),
            'is not written in UTF-8',
        ];
        yield 'entities in UTF-7' => [
            '<?xml version="1.0" encoding="UTF-7"?>+ADw-+ACE-DOCTYPE x+AD4-<rdf:RDF '.self::RDF.'/>',
            'is not written in UTF-8',
        ];
        yield 'fifty megabytes' => [
            '<rdf:RDF '.self::RDF.'><!--'.str_repeat('x', 50_000_000).'--></rdf:RDF>',
            'is larger than 256 KB',
        ];
    }

    #[DataProvider('bad')]
    public function test_bad_sidecars_are_neither_read_nor_written(string $xml, string $words): void
    {
        $refused = 0;
        foreach (
            [
                fn () => MetadataReader::sidecar($xml),
                fn () => (new XmpSidecar())->write($xml, Caption::of(['city' => 'x'])),
            ] as $try
        ) {
            try {
                $try();
            } catch (UnreadableSidecar $reason) {
                self::assertStringContainsString($words, $reason->getMessage());
                $refused++;
            }
        }
        self::assertSame(2, $refused);
    }

    public function test_odd_texts_come_back_as_they_were(): void
    {
        foreach (
            ['a ]]> b', 'שלום', "e\u{301}", '👩‍👩‍👧‍👦', '<&>"\'', "two\nlines", ' ]]]]><![CDATA[> ', '&#x0;', '{{shoot}}'] as $text
        ) {
            foreach ([null, self::packet('<e:x/>')] as $existing) {
                $said = MetadataReader::sidecar(
                    (new XmpSidecar())->write(
                        $existing,
                        Caption::of(['headline' => $text, 'description' => $text, 'contact_city' => $text]),
                    ),
                )->caption;
                self::assertSame(array_fill(0, 3, trim($text)), [
                    $said->text(Field::Headline),
                    $said->text(Field::Description),
                    $said->text(Field::ContactCity),
                ]);
            }
        }
    }
}
