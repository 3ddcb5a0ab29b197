<?php

declare(strict_types=1);

namespace App\Captions;

use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Core\Frames\Caption\ListText;
use Kanpai\Core\Studio\Zone;

/** A caption as tags of a file: XMP, IIM and Exif in step (MWG Guidelines 2.0), by exiftool's names for them. */
final class EmbeddedCaption
{
    /** Datasets of IIM record 2. */
    private const IIM = [
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
    ];

    private const EXIF = [0x010E => 'ImageDescription', 0x013B => 'Artist', 0x8298 => 'Copyright'];

    /** Parts of the contact details. */
    private const CONTACT = [
        'CiAdrExtadr' => 'CreatorAddress',
        'CiAdrCity' => 'CreatorCity',
        'CiAdrRegion' => 'CreatorRegion',
        'CiAdrPcode' => 'CreatorPostalCode',
        'CiAdrCtry' => 'CreatorCountry',
        'CiTelWork' => 'CreatorWorkTelephone',
        'CiEmailWork' => 'CreatorWorkEmail',
        'CiUrlWork' => 'CreatorWorkURL',
    ];

    /**
     * @param  int  $instant  corrected, in milliseconds
     * @param  int  $rating  xmp:Rating
     * @return list<array{string, string}> names with their values; an empty value takes the tag out
     */
    public static function tags(Caption $caption, int $instant, Zone $zone, int $rating, string $label = ''): array
    {
        return [
            ...array_merge(...array_map(fn (Field $field): array => self::ofField($caption, $field), Field::cases())),
            ['XMP-xmp:Rating', (string) $rating],
            ['XMP-xmp:Label', $label],
            ...self::times(fn (string $format): string => $zone->format($instant, $format)),
            // So that others can see that IIM and XMP were written together.
            ['Photoshop:IPTCDigest', 'new'],
        ];
    }

    /**
     * @param  callable(string): string  $at
     * @return list<array{string, string}>
     */
    private static function times(callable $at): array
    {
        return [
            ['ExifIFD:DateTimeOriginal', $at('Y:m:d H:i:s')],
            ['ExifIFD:SubSecTimeOriginal', $at('v')],
            ['ExifIFD:OffsetTimeOriginal', $at('P')],
            ['XMP-exif:DateTimeOriginal', $at('Y:m:d H:i:s.vP')],
            ['XMP-photoshop:DateCreated', $at('Y:m:d H:i:s.vP')],
            ['IPTC:DateCreated', $at('Y:m:d')],
            ['IPTC:TimeCreated', $at('H:i:sP')],
        ];
    }

    private static function xmp(Field $field): string
    {
        if (str_contains($field->xmp(), '/')) {
            return 'XMP-iptcCore:'.self::CONTACT[substr((string) strrchr($field->xmp(), ':'), 1)];
        }
        [$prefix, $name] = explode(':', $field->xmp());

        return 'XMP-'.
            strtr($prefix, ['Iptc4xmpCore' => 'iptcCore', 'Iptc4xmpExt' => 'iptcExt']).
            ':'.
            ucfirst($name);
    }

    /** @return list<array{string, string}> */
    private static function ofField(Caption $caption, Field $field): array
    {
        $tags = [];
        $items = [
            self::xmp($field) => $caption->items($field),
            'IPTC:'.(self::IIM[$field->iim()] ?? '') => $caption->iimItems($field),
        ];
        foreach ($items as $name => $own) {
            // What the original holds and the caption does not any more would be out of step.
            foreach ($own !== [] || $name === 'IPTC:' ? $own : [''] as $item) {
                $tags[] = [$name, $item];
            }
        }
        $exif = $field->exif();
        if ($exif !== null) {
            $text = $field->isList() ? ListText::toExif($caption->items($field)) : $caption->text($field);
            $tags[] = ['IFD0:'.self::EXIF[$exif], $text];
        }

        return $tags;
    }
}
