<?php

declare(strict_types=1);

namespace Tests\Core\Captions;

use Kanpai\Core\Captions\CaptionSheet;
use Kanpai\Core\Captions\UnusableSheet;
use Kanpai\Core\Captions\XmpSidecar;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Core\Frames\Metadata\UnreadableSidecar;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class CaptionTest extends TestCase
{
    public function test_a_sheet_is_filled_in_and_nothing_is_escaped(): void
    {
        $caption = CaptionSheet::of([
            'description' => '{{shoot}} & {{ place }} <{{time}}>',
            'keywords' => '{{client}}, rowing,, rowing',
            'city' => '  ',
        ])->fill(['shoot' => 'Quill "&" Tarn', 'place' => 'Quay', 'time' => '14:03:11', 'client' => 'Club']);
        self::assertSame('Quill "&" Tarn & Quay <14:03:11>', $caption->text(Field::Description));
        self::assertSame(['Club', 'rowing'], $caption->items(Field::Keywords));
        self::assertSame(['description', 'keywords'], array_keys($caption->values()));
    }

    /** @return iterable<array{string, string}> */
    public static function unusable(): iterable
    {
        yield ['{{shooot}}', 'There is no placeholder {{shooot}}'];
        yield ['{{shoot', 'not closed'];
        yield ['{{#shoot}}x{{/shoot}}', 'There is no placeholder'];
    }

    #[DataProvider('unusable')]
    public function test_a_wrong_placeholder_is_refused_at_its_field(string $template, string $reason): void
    {
        try {
            CaptionSheet::of(['headline' => $template]);
            self::fail('The sheet was taken.');
        } catch (UnusableSheet $unusable) {
            self::assertSame(Field::Headline, $unusable->field);
            self::assertStringContainsString($reason, $unusable->getMessage());
        }
    }

    /** Lengths in bytes by IIM 4.2, from memory; compared with exiftool's limits in the reference tests. */
    public function test_iim_holds_bytes_and_never_half_a_character(): void
    {
        $caption = Caption::of(['city' => str_repeat('ö', 20), 'headline' => 'short']);
        self::assertSame([str_repeat('ö', 16)], $caption->iimItems(Field::City));
        self::assertSame([Field::City], $caption->cutInIim());
        self::assertSame([], $caption->iimItems(Field::Event));
    }

    public function test_a_sidecar_keeps_what_it_does_not_know(): void
    {
        $existing =
            '<?xpacket begin="" id="W5M0MpCehiHzreSzNTczkc9d"?><x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">'.
            '<rdf:Description rdf:about="" xmlns:e="http://example.org/own/" '.
                'xmlns:xmp="http://ns.adobe.com/xap/1.0/" xmlns:photoshop="http://ns.adobe.com/photoshop/1.0/" '.
                'e:Own="kept" xmp:Rating="2" photoshop:City="Old"><e:Deep><rdf:Bag><rdf:li>also '.
                'kept</rdf:li></rdf:Bag></e:Deep></rdf:Description></rdf:RDF></x:xmpmeta><?xpacket end="w"?>';
        $written = (new XmpSidecar())->write(
            $existing,
            Caption::of(['city' => 'Saltmarsh & Quay', 'keywords' => 'a, b']),
            4,
            '2026-09-05T10:00:00.000+01:00',
        );
        $again = (new XmpSidecar())->write($written, Caption::of(['keywords' => 'c']), null);

        self::assertStringContainsString('e:Own="kept"', $written);
        self::assertStringContainsString('<rdf:li>also kept</rdf:li>', $written);
        self::assertStringContainsString('<photoshop:City>Saltmarsh &amp; Quay</photoshop:City>', $written);
        self::assertStringContainsString('<xmp:Rating>4</xmp:Rating>', $written);
        self::assertStringNotContainsString('Old', $written);
        self::assertStringNotContainsString('City', $again);
        self::assertStringContainsString('<xmp:Rating>4</xmp:Rating>', $again);
        self::assertSame(1, substr_count($again, '<dc:subject'));
    }

    public function test_a_sidecar_that_is_no_xmp_is_left_alone(): void
    {
        $refused = 0;
        foreach (['', 'no xml', '<html/>', '<!DOCTYPE x [<!ENTITY e "y">]><x>&e;</x>'] as $text) {
            try {
                (new XmpSidecar())->write($text, Caption::of(['city' => 'x']));
            } catch (UnreadableSidecar) {
                $refused++;
            }
        }
        self::assertSame(4, $refused);
    }
}
