<?php

declare(strict_types=1);

namespace App\Ingest;

use Kanpai\Core\Frames\CameraTime;
use Kanpai\Core\Frames\Metadata\FileMetadata;
use Kanpai\Core\Frames\Metadata\MetadataReader;
use Kanpai\Core\Ingest\Exif;
use Kanpai\Core\Ingest\MakerNotes;

/** What exiftool says about a raw file, in our own shape. */
final class ExifByExifTool
{
    /**
     * @param  array<string, mixed>  $said  tag => value, numbers as numbers
     * @return Exif|null null when exiftool does not know the file either
     */
    public static function of(array $said): ?Exif
    {
        $number = fn (string $tag): ?float => is_numeric($said[$tag] ?? null) ? (float) $said[$tag] : null;
        $text = fn (string $tag): ?string => is_scalar($said[$tag] ?? null) && trim((string) $said[$tag]) !== ''
            ? trim((string) $said[$tag])
            : null;
        if (isset($said['Error']) || ($number('ImageWidth') ?? 0.0) <= 0.0 || ($number('ImageHeight') ?? 0.0) <= 0.0) {
            return null;
        }
        $orientation = (int) ($number('Orientation') ?? 1);

        return new Exif(
            width: (int) $number('ImageWidth'),
            height: (int) $number('ImageHeight'),
            make: $text('Make'),
            model: $text('Model'),
            serial: $text('SerialNumber'),
            owner: $text('OwnerName'),
            artist: $text('Artist'),
            lens: $text('LensModel'),
            takenAt: CameraTime::fromExif(
                $text('DateTimeOriginal'),
                $text('SubSecTimeOriginal'),
                $text('OffsetTimeOriginal'),
            ),
            exposure: $number('ExposureTime'),
            fNumber: $number('FNumber'),
            iso: (int) $number('ISO') ?: null,
            focalLength: $number('FocalLength'),
            orientation: $orientation >= 1 && $orientation <= 8 ? $orientation : 1,
            gpsAt: CameraTime::fromExif($text('GPSDateStamp').' '.$text('GPSTimeStamp'))?->milliseconds,
            // They were skipped; whether there are any is not known.
            hasMakerNotes: true,
        );
    }

    /** Tags of makers' notes by exiftool's names; those with # as numbers. */
    public const NOTES = [
        'SerialNumber',
        'InternalSerialNumber',
        'LensModel',
        'LensID',
        'Lens',
        'LensType',
        'ISO',
        'TimeZone#',
        'DaylightSavings#',
    ];

    /** @param  array<string, mixed>  $said  tag => value, in words */
    public static function notes(array $said): MakerNotes
    {
        $text = fn (string ...$tags): array => array_map(
            fn (string $tag): ?string => is_scalar($said[$tag] ?? null) && trim((string) $said[$tag]) !== ''
                ? mb_scrub((string) $said[$tag], 'UTF-8')
                : null,
            $tags,
        );
        $lens = array_filter(
            array_map(
                fn (?string $one): ?string => (new MakerNotes(lens: $one))->lens,
                $text('LensModel', 'LensID', 'Lens', 'LensType'),
            ),
        );
        $serial = array_filter(
            array_map(
                fn (?string $one): ?string => (new MakerNotes(serial: $one))->serial,
                $text('SerialNumber', 'InternalSerialNumber'),
            ),
        );
        $zone = is_numeric($said['TimeZone'] ?? null) ? (int) $said['TimeZone'] : null;
        // Some makers write 1 for summer time, some its 60 minutes.
        $summer = is_numeric($said['DaylightSavings'] ?? null) && (int) $said['DaylightSavings'] !== 0 ? 60 : 0;
        $iso =
            is_scalar($said['ISO'] ?? null) && preg_match('/(\d{1,9})\s*$/', (string) $said['ISO'], $found) === 1
                ? (int) $found[1]
                : 0;

        return new MakerNotes(
            reset($serial) ?: null,
            reset($lens) ?: null,
            $zone === null || abs($zone + $summer) > CameraTime::FARTHEST * 60 ? null : $zone + $summer,
            $iso > 0 ? $iso : null,
        );
    }

    /**
     * The blocks of XMP and IIM, which exiftool gives in base 64 where they are no text, and the texts of Exif.
     *
     * @param  array<string, mixed>  $said
     */
    public static function metadata(array $said): FileMetadata
    {
        $block = function (string $tag) use ($said): string {
            $text = is_string($said[$tag] ?? null) ? $said[$tag] : '';

            return str_starts_with($text, 'base64:') ? (string) base64_decode(substr($text, 7), true) : $text;
        };
        $exif = array_filter(
            array_map(fn (string $tag): string => is_scalar($said[$tag] ?? null) ? (string) $said[$tag] : '', [
                0x010E => 'ImageDescription',
                0x013B => 'Artist',
                0x8298 => 'Copyright',
            ]),
        );

        return MetadataReader::blocks($block('XMP'), $block('IPTC'), $exif);
    }
}
