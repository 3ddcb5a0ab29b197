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
     * @param  array<string, mixed>  $output  tag => value, numbers as numbers
     * @return Exif|null null when exiftool does not know the file either
     */
    public static function of(array $output): ?Exif
    {
        $number = fn (string $tag): ?float => is_numeric($output[$tag] ?? null) ? (float) $output[$tag] : null;
        $text = fn (string $tag): ?string => self::first($output, [$tag], trim(...));
        [$width, $height] = [(int) $number('ImageWidth'), (int) $number('ImageHeight')];
        if (isset($output['Error']) || $width <= 0 || $height <= 0) {
            return null;
        }

        return new Exif(
            width: $width,
            height: $height,
            make: $text('Make'),
            model: $text('Model'),
            serial: $text('SerialNumber'),
            owner: $text('OwnerName'),
            artist: $text('Artist'),
            lens: $text('LensModel'),
            takenAt: self::takenAt($text),
            exposure: $number('ExposureTime'),
            fNumber: $number('FNumber'),
            iso: (int) $number('ISO') ?: null,
            focalLength: $number('FocalLength'),
            orientation: self::orientation((int) $number('Orientation')),
            gpsAt: CameraTime::fromExif($text('GPSDateStamp').' '.$text('GPSTimeStamp'))?->milliseconds,
            // They were skipped; whether there are any is not known.
            hasMakerNotes: true,
        );
    }

    /** @param  callable(string): ?string  $text */
    private static function takenAt(callable $text): ?CameraTime
    {
        return CameraTime::fromExif(
            $text('DateTimeOriginal'),
            $text('SubSecTimeOriginal'),
            $text('OffsetTimeOriginal'),
        );
    }

    /**
     * One of the eight of EXIF; upright where it says something else.
     *
     * @return int<1, 8>
     */
    private static function orientation(int $output): int
    {
        return $output >= 1 && $output <= 8 ? $output : 1;
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

    /** @param  array<string, mixed>  $output  tag => value, in words */
    public static function notes(array $output): MakerNotes
    {
        $lens = self::first(
            $output,
            ['LensModel', 'LensID', 'Lens', 'LensType'],
            fn (string $one): ?string => (new MakerNotes(lens: $one))->lens,
        );
        $serial = self::first(
            $output,
            ['SerialNumber', 'InternalSerialNumber'],
            fn (string $one): ?string => (new MakerNotes(serial: $one))->serial,
        );

        return new MakerNotes($serial, $lens, self::zone($output), self::iso($output));
    }

    /**
     * The first of some tags that says something which counts.
     *
     * @param  array<string, mixed>  $output
     * @param  list<string>  $tags
     * @param  callable(string): (string|null)  $read
     */
    private static function first(array $output, array $tags, callable $read): ?string
    {
        foreach ($tags as $tag) {
            $text = is_scalar($output[$tag] ?? null) ? trim((string) $output[$tag]) : '';
            $value = $text === '' ? null : $read(mb_scrub((string) $output[$tag], 'UTF-8'));
            if ($value !== null && $value !== '') {
                return $value;
            }
        }

        return null;
    }

    /**
     * @param  array<string, mixed>  $output
     * @return int|null minutes from UTC
     */
    private static function zone(array $output): ?int
    {
        if (! is_numeric($output['TimeZone'] ?? null)) {
            return null;
        }
        // Some makers write 1 for summer time, some its 60 minutes.
        $summer = is_numeric($output['DaylightSavings'] ?? null) && (int) $output['DaylightSavings'] !== 0 ? 60 : 0;
        $zone = (int) $output['TimeZone'] + $summer;

        return abs($zone) > CameraTime::FARTHEST * 60 ? null : $zone;
    }

    /** @param  array<string, mixed>  $output */
    private static function iso(array $output): ?int
    {
        $text = is_scalar($output['ISO'] ?? null) ? (string) $output['ISO'] : '';

        return preg_match('/(\d{1,9})\s*$/', $text, $found) === 1 ? (int) $found[1] ?: null : null;
    }

    /**
     * The blocks of XMP and IIM, which exiftool gives in base 64 where they are no text, and the texts of Exif.
     *
     * @param  array<string, mixed>  $output
     */
    public static function metadata(array $output): FileMetadata
    {
        $block = function (string $tag) use ($output): string {
            $text = is_string($output[$tag] ?? null) ? $output[$tag] : '';

            return str_starts_with($text, 'base64:') ? (string) base64_decode(substr($text, 7), true) : $text;
        };
        $exif = array_filter(
            array_map(fn (string $tag): string => is_scalar($output[$tag] ?? null) ? (string) $output[$tag] : '', [
                0x010E => 'ImageDescription',
                0x013B => 'Artist',
                0x8298 => 'Copyright',
            ]),
        );

        return MetadataReader::blocks($block('XMP'), $block('IPTC'), $exif);
    }
}
