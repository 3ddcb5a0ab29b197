<?php

declare(strict_types=1);

namespace Kanpai\Core\Caption\Metadata;

use Kanpai\Core\Caption\FieldText;
use Kanpai\Core\Caption\UnreadableSidecar;
use Kanpai\Core\Card\ByteSource;
use Kanpai\Core\Card\TiffReader;
use Kanpai\Core\Card\UnreadableFile;

/** Reads what picture files and sidecars say: embedded XMP, IIM and the texts of Exif, reconciled. */
final class MetadataReader
{
    private const XMP = "http://ns.adobe.com/xap/1.0/\0";

    private const PHOTOSHOP = "Photoshop 3.0\0";

    /** Tags of TIFF: ImageDescription, Artist, Copyright; XMP (700), IIM (33723) and Photoshop's resources (34377). */
    private const WANTED = [0x010E => true, 0x013B => true, 0x8298 => true, 0x02BC => true, 0x83BB => true, 0x8649 => true];

    /** @throws UnreadableSidecar */
    public static function sidecar(string $xml): FileMetadata
    {
        return XmpProperties::read($xml)->metadata();
    }

    /** What a JPEG or a file laid out as TIFF says; nothing for any other. A damaged packet says nothing. */
    public static function picture(ByteSource $source): FileMetadata
    {
        $begins = $source->bytes(0, 4);
        if (str_starts_with($begins, "\xFF\xD8")) {
            return self::jpeg($source);
        }
        if ($begins !== "II\x2A\x00" && $begins !== "MM\x00\x2A") {
            return FileMetadata::nothing();
        }
        $directory = self::directory($source, 0);
        $text = fn (int $tag): string => is_string($directory[$tag] ?? null) ? $directory[$tag] : '';
        [$iim, $digest] = IimReader::resources($text(0x8649));

        return self::reconciled($text(0x02BC), $iim !== '' ? $iim : $text(0x83BB), $digest, $directory);
    }

    private static function jpeg(ByteSource $source): FileMetadata
    {
        $xmp = $resources = '';
        $exif = [];
        // Metadata stand before the first table (Exif 2.32, 4.7); after them there is nothing to be read.
        for ($at = 2; strlen($head = $source->bytes($at, 4)) === 4 && $head[0] === "\xFF" && (ord($head[1]) >= 0xE0 || $head[1] === "\xFE") && ord($head[1]) < 0xFF; $at += 2 + $length) {
            $length = ord($head[2]) << 8 | ord($head[3]);
            if ($length < 2) {
                break;
            }
            if ($head[1] === "\xE1") {
                $begins = $source->bytes($at + 4, 29);
                if ($begins === self::XMP) {
                    $xmp = $source->bytes($at + 33, $length - 31);
                } elseif (str_starts_with($begins, "Exif\0\0")) {
                    $exif = self::directory($source, $at + 10);
                }
            } elseif ($head[1] === "\xED" && $source->bytes($at + 4, 14) === self::PHOTOSHOP) {
                $resources .= $source->bytes($at + 18, $length - 16);
            }
        }
        [$iim, $digest] = IimReader::resources($resources);

        return self::reconciled($xmp, $iim, $digest, $exif);
    }

    /** @param  array<int, mixed>  $directory */
    private static function reconciled(string $xmp, string $iim, string $digest, array $directory): FileMetadata
    {
        $exif = [];
        foreach ([0x010E, 0x013B, 0x8298] as $tag) {
            if (is_string($directory[$tag] ?? null) && trim($directory[$tag]) !== '') {
                $exif[$tag] = FieldText::tidied($directory[$tag]);
            }
        }
        try {
            $properties = $xmp === '' ? null : XmpProperties::read(rtrim($xmp, "\0"));
        } catch (UnreadableSidecar) {
            $properties = null;
        }

        return Reconciling::of($properties, IimReader::datasets($iim), $digest === '' ? null : $digest === md5($iim, true), $exif);
    }

    /** @return array<int, mixed> */
    private static function directory(ByteSource $source, int $at): array
    {
        try {
            return TiffReader::at($source, $at, self::WANTED)->chain()[0] ?? [];
        } catch (UnreadableFile) {
            return [];
        }
    }
}
