<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Captions\EmbeddedCaption;
use App\Captions\FrameCaption;
use App\Imaging\ExifTool;
use App\Ingest\Frame;
use App\Ingest\ProvedJpeg;
use Kanpai\Core\Caption\Caption;
use Kanpai\Core\Deliver\ChecksumList;
use Kanpai\Core\Deliver\DeliveredName;
use ZipArchive;

/**
 * Puts a delivery together: full-size JPEGs with their captions embedded, a checksum list, one ZIP.
 *
 * Each step leaves whole files under their final names only, so that it can be broken off and begun again.
 */
final class Package
{
    public function __construct(private readonly ExifTool $exifTool)
    {
    }

    /** @return array<int, string> frame => name in the package, in the order of time */
    public function names(Delivery $delivery): array
    {
        $frames = $delivery->selection->frames()->get(['frames.id', 'frames.name']);
        $names = [];
        foreach ($frames as $frame) {
            $names[$frame->id] = DeliveredName::of($delivery->shoot->name, count($names) + 1, max(1, $frames->count()), $frame->name);
        }

        return $names;
    }

    /**
     * Writes one frame into the staging folder.
     *
     * @throws UnableToDeliver
     */
    public function stage(Delivery $delivery, Frame $frame, string $name): void
    {
        $target = $delivery->folder().'/files/'.$name;
        if (is_file($target)) {
            return;
        }
        if (! is_dir(dirname($target))) {
            mkdir(dirname($target), 0700, true);
        }
        $part = dirname($target).'/part.jpg';
        $jpeg = ProvedJpeg::of($frame) ?? throw UnableToDeliver::noProvedJpeg($frame->name);
        if (! $jpeg->copyTo($part)) {
            throw UnableToDeliver::isDamaged($frame->name);
        }
        $caption = FrameCaption::query()->find($frame->id)?->caption() ?? Caption::of([]);
        $this->exifTool->write($part, EmbeddedCaption::tags($caption, $frame->taken_ms, $delivery->shoot->zone(), max(0, $frame->verdict->xmpRating($frame->rating)), $frame->label));
        rename($part, $target);
    }

    /**
     * Makes the ZIP of what was staged, stored and not deflated, and clears the staging folder.
     *
     * @throws UnableToDeliver
     */
    public function close(Delivery $delivery): void
    {
        $folder = $delivery->folder();
        $final = "{$folder}/package.zip";
        if (! is_file($final)) {
            $hashes = [];
            $names = $this->names($delivery);
            foreach ($names as $name) {
                $hashes[$name] = (string) hash_file('xxh128', "{$folder}/files/{$name}");
            }
            $zip = new ZipArchive;
            if ($zip->open("{$final}.part", ZipArchive::CREATE | ZipArchive::OVERWRITE) !== true) {
                throw UnableToDeliver::cannotPack('the disk refused the file');
            }
            $zip->addFromString(ChecksumList::NAME, ChecksumList::of($hashes));
            foreach ($names as $name) {
                $zip->addFile("{$folder}/files/{$name}", $name);
                $zip->setCompressionName($name, ZipArchive::CM_STORE);
            }
            if (! @$zip->close()) {
                throw UnableToDeliver::cannotPack($zip->getStatusString());
            }
            rename("{$final}.part", $final);
        }
        $delivery->update(['bytes' => (int) filesize($final), 'hash' => hash_file('xxh128', $final), 'made_at' => now()]);
        array_map(unlink(...), glob("{$folder}/files/*") ?: []);
        @rmdir("{$folder}/files");
    }
}
