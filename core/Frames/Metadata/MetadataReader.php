<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Metadata;

use Kanpai\Core\Frames\Caption\FieldText;
use Kanpai\Core\Imaging\ByteSource;
use Kanpai\Core\Imaging\TiffReader;
use Kanpai\Core\Imaging\UnreadableFile;

/** Reads what picture files and sidecars say: embedded XMP, IIM and the texts of Exif, reconciled. */
final class MetadataReader
{
    private const XMP = "http://ns.adobe.com/xap/1.0/\0";

    /**
     * XMP specification part 3, 1.1.3.1: a packet beyond 64 KB goes on in segments of this name, by the digest of the
     * whole.
     */
    private const EXTENSION = "http://ns.adobe.com/xmp/extension/\0";

    private const PHOTOSHOP = "Photoshop 3.0\0";

    /** Tags of TIFF: ImageDescription, Artist, Copyright; XMP (700), IIM (33723) and Photoshop's resources (34377). */
    private const WANTED = [
        0x010E => true,
        0x013B => true,
        0x8298 => true,
        0x02BC => true,
        0x83BB => true,
        0x8649 => true,
    ];

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

        return self::reconciled(
            self::packet($text(0x02BC)),
            $iim !== '' ? $iim : $text(0x83BB),
            $digest,
            self::exif($directory),
        );
    }

    /**
     * From the blocks of a file that another program has taken apart.
     *
     * @param  string  $iim  without Photoshop's resources around it
     * @param  array<int, string>  $exif  tag => text
     */
    public static function blocks(string $xmp, string $iim, array $exif): FileMetadata
    {
        return self::reconciled(self::packet($xmp), $iim, '', self::exif($exif));
    }

    private static function jpeg(ByteSource $source): FileMetadata
    {
        $xmp = $resources = '';
        $exif = $extensions = [];
        // Metadata are before the first table (Exif 2.32, 4.7); after them there is nothing to be read.
        for (
            $at = 2;
            strlen($head = $source->bytes($at, 4)) === 4 &&
            $head[0] === "\xFF" &&
            (ord($head[1]) >= 0xE0 || $head[1] === "\xFE") &&
            ord($head[1]) < 0xFF;
            $at += 2 + $length
        ) {
            $length = (ord($head[2]) << 8) | ord($head[3]);
            if ($length < 2) {
                break;
            }
            if ($head[1] === "\xE1") {
                $begins = $source->bytes($at + 4, 29);
                if ($begins === self::XMP) {
                    $xmp = $source->bytes($at + 33, $length - 31);
                } elseif (str_starts_with($begins, "Exif\0\0")) {
                    $exif = self::directory($source, $at + 10);
                } elseif ($source->bytes($at + 4, strlen(self::EXTENSION)) === self::EXTENSION) {
                    $piece = $source->bytes($at + 39, $length - 37);
                    $extensions[substr($piece, 0, 32)][self::number(substr($piece, 36, 4))] = substr($piece, 40);
                }
            } elseif ($head[1] === "\xED" && $source->bytes($at + 4, 14) === self::PHOTOSHOP) {
                $resources .= $source->bytes($at + 18, $length - 16);
            }
        }
        [$iim, $digest] = IimReader::resources($resources);

        return self::reconciled(self::extended($xmp, $extensions), $iim, $digest, self::exif($exif));
    }

    /** @param  array<int, string>  $exif */
    private static function reconciled(
        ?XmpProperties $properties,
        string $iim,
        string $digest,
        array $exif,
    ): FileMetadata {
        return Reconciling::of(
            $properties,
            IimReader::datasets($iim),
            $digest === '' ? null : $digest === md5($iim, true),
            $exif,
        );
    }

    private static function packet(string $xmp): ?XmpProperties
    {
        try {
            return $xmp === '' ? null : XmpProperties::read(rtrim($xmp, "\0"));
        } catch (UnreadableSidecar) {
            return null;
        }
    }

    /**
     * The packet with the extension that it names; one that is not named, not whole or not of its digest says nothing.
     *
     * @param  array<string, array<int, string>>  $extensions  digest => offset => bytes
     */
    private static function extended(string $xmp, array $extensions): ?XmpProperties
    {
        $properties = self::packet($xmp);
        foreach ($extensions as $digest => $pieces) {
            ksort($pieces);
            $whole = implode('', $pieces);
            if ($properties !== null && stripos($xmp, $digest) !== false && strcasecmp(md5($whole), $digest) === 0) {
                $extension = self::packet($whole);
                $properties = $extension === null ? $properties : $properties->extendedBy($extension);
            }
        }

        return $properties;
    }

    /**
     * @param  array<int, mixed>  $directory
     * @return array<int, string> tag => text
     */
    private static function exif(array $directory): array
    {
        $exif = [];
        foreach ([0x010E, 0x013B, 0x8298] as $tag) {
            if (is_string($directory[$tag] ?? null) && trim($directory[$tag]) !== '') {
                $exif[$tag] = FieldText::tidied($directory[$tag]);
            }
        }

        return $exif;
    }

    private static function number(string $bytes): int
    {
        return strlen($bytes) === 4
            ? (ord($bytes[0]) << 24) + (ord($bytes[1]) << 16) + (ord($bytes[2]) << 8) + ord($bytes[3])
            : 0;
    }

    /** @return array<int, mixed> */
    private static function directory(ByteSource $source, int $at): array
    {
        try {
            return TiffReader::at($source, $at, self::WANTED)->first();
        } catch (UnreadableFile) {
            return [];
        }
    }
}
