<?php

declare(strict_types=1);

namespace Kanpai\Core\Ingest;

/**
 * An Exif thumbnail made upright: cameras turn the main picture by a tag and leave the small one
 * lying.
 *
 * The tag is put in front of the pixels as an Exif block of its own, which costs no decoding; browsers follow it.
 */
final class OrientedThumbnail
{
    /**
     * @param  string  $jpeg  a whole JPEG
     * @param  int<1, 8>  $orientation
     */
    public static function of(string $jpeg, int $orientation): string
    {
        if ($orientation === 1 || ! str_starts_with($jpeg, "\xFF\xD8")) {
            return $jpeg;
        }
        // TIFF header, one directory with one entry (0x0112, SHORT, 1 value), no next directory.
        $tiff =
            "II\x2A\x00".pack('V', 8).pack('v', 1).pack('vvVvv', 0x0112, 3, 1, $orientation, 0).pack('V', 0);
        $block = "Exif\0\0".$tiff;

        return "\xFF\xD8\xFF\xE1".pack('n', strlen($block) + 2).$block.substr($jpeg, 2);
    }
}
