<?php

declare(strict_types=1);

namespace App\Proof;

use App\Captions\EmbeddedCaption;
use App\Captions\FrameCaption;
use App\Imaging\ExifTool;
use App\Ingest\Frame;
use App\Ingest\ProvedPicture;
use Kanpai\Core\Caption\Caption;

/** A frame in full size for a guest: from a proved copy, with its caption, without place and serial numbers. */
final class FullSize
{
    /** Where it was, and which body and lens it was taken with, to the number. */
    private const PRIVATE = ['GPS:all', 'XMP-exif:GPS*', 'SerialNumber', 'InternalSerialNumber', 'LensSerialNumber', 'BodySerialNumber', 'ImageUniqueID', 'MakerNotes:all'];

    public function __construct(private readonly ExifTool $exifTool)
    {
    }

    /** @return string|null path of a file that whoever asked for it takes away; null where no proved copy is within reach */
    public function of(Frame $frame): ?string
    {
        $target = sys_get_temp_dir().'/kanpai-'.bin2hex(random_bytes(8)).'.jpg';
        if (ProvedPicture::of($frame)?->jpegTo($target) !== true) {
            return null;
        }
        $caption = FrameCaption::query()->find($frame->id)?->caption() ?? Caption::of([]);
        $this->exifTool->write($target, [...array_map(fn (string $tag): array => [$tag, ''], self::PRIVATE), ...EmbeddedCaption::tags($caption, $frame->taken_ms, $frame->shoot->zone(), max(0, $frame->verdict->xmpRating($frame->rating)))]);

        return $target;
    }
}
