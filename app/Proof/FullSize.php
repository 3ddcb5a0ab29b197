<?php

declare(strict_types=1);

namespace App\Proof;

use App\Captions\EmbeddedCaption;
use App\Captions\FrameCaption;
use App\Imaging\ExifTool;
use App\Ingest\CardFile;
use App\Ingest\Frame;
use App\Ingest\Places;
use Kanpai\Core\Caption\Caption;
use Kanpai\Core\Card\FileKind;

/** A frame in full size for a guest: from a proved copy, with its caption, without place and serial numbers. */
final class FullSize
{
    /** Where it was, and which body and lens it was taken with, to the number. */
    private const PRIVATE = ['GPS:all', 'XMP-exif:GPS*', 'SerialNumber', 'InternalSerialNumber', 'LensSerialNumber', 'BodySerialNumber', 'ImageUniqueID', 'MakerNotes:all'];

    public function __construct(private readonly ExifTool $exifTool, private readonly Places $places)
    {
    }

    /** @return string|null path of a file that whoever asked for it takes away; null where no proved copy is within reach */
    public function of(Frame $frame): ?string
    {
        $file = $frame->files()->where('kind', FileKind::Jpeg)->whereNull('problem')->with('copies', 'sameAs.copies')->first();
        if (! $file instanceof CardFile) {
            return null;
        }
        $folders = $this->places->folders($frame->shoot->studio_id);
        $target = sys_get_temp_dir().'/kanpai-'.bin2hex(random_bytes(8)).'.jpg';
        foreach ($file->proofs() as $copy) {
            $path = ($folders[$copy->place] ?? '').'/'.($file->sameAs ?? $file)->destination;
            if (is_file($path) && copy($path, $target) && hash_file('xxh128', $target) === $file->hash) {
                $caption = FrameCaption::query()->find($frame->id)?->caption() ?? Caption::of([]);
                $this->exifTool->write($target, [...array_map(fn (string $tag): array => [$tag, ''], self::PRIVATE), ...EmbeddedCaption::tags($caption, $frame->taken_ms, $frame->shoot->zone(), max(0, $frame->verdict->xmpRating($frame->rating)), '')]);

                return $target;
            }
        }
        @unlink($target);

        return null;
    }
}
