<?php

declare(strict_types=1);

namespace App\Captions;

use Kanpai\Core\Caption\Caption;
use Kanpai\Core\Caption\Field;
use Kanpai\Core\Clock\Zone;

/** A caption as tags of a file: XMP, IIM and Exif in step (MWG Guidelines 2.0). */
final class EmbeddedCaption
{
    /**
     * @param  int  $instant  corrected, in milliseconds
     * @param  int  $rating  xmp:Rating
     * @return list<array{string, string}> names as exiftool knows them, with their values
     */
    public static function tags(Caption $caption, int $instant, Zone $zone, int $rating): array
    {
        $tags = [];
        foreach (Field::cases() as $field) {
            foreach ($caption->items($field) as $item) {
                $tags[] = [self::xmp($field), $item];
            }
            foreach ($caption->iimItems($field) as $item) {
                $tags[] = ['IPTC:'.$field->iim(), $item];
            }
            if ($field->exif() !== null && $caption->items($field) !== []) {
                $tags[] = ['IFD0:'.$field->exif(), implode('; ', $caption->items($field))];
            }
        }
        $at = fn (string $format): string => $zone->format($instant, $format);

        return [
            ...$tags,
            ['XMP-xmp:Rating', (string) $rating],
            ['ExifIFD:DateTimeOriginal', $at('Y:m:d H:i:s')],
            ['ExifIFD:SubSecTimeOriginal', $at('v')],
            ['ExifIFD:OffsetTimeOriginal', $at('P')],
            ['XMP-photoshop:DateCreated', $at('Y:m:d H:i:s.vP')],
            ['IPTC:DateCreated', $at('Y:m:d')],
            ['IPTC:TimeCreated', $at('H:i:sP')],
        ];
    }

    private static function xmp(Field $field): string
    {
        [$prefix, $name] = explode(':', $field->xmp());

        return 'XMP-'.strtr($prefix, ['Iptc4xmpCore' => 'iptcCore', 'Iptc4xmpExt' => 'iptcExt']).':'.ucfirst($name);
    }
}
