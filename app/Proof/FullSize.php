<?php

declare(strict_types=1);

namespace App\Proof;

use App\Captions\EmbeddedCaption;
use App\Captions\FrameCaption;
use App\Copies\Disk;
use App\Frames\Frame;
use App\Imaging\ExifTool;
use App\Imaging\UnableToMakePicture;
use App\Imaging\UnableToWriteMetadata;
use App\Looks\FinishedPicture;
use Illuminate\Support\Facades\Cache;
use Kanpai\Core\Frames\Caption\Caption;

/**
 * Frames in full size for guests: from a verified copy, with their captions, without place and serial numbers. They are
 * made in the queue and kept, so that many who ask cost one making.
 */
final class FullSize
{
    /** Where it was, and which body and lens it was taken with, to the number. */
    private const PRIVATE = [
        'GPS:all',
        'XMP-exif:GPS*',
        'SerialNumber',
        'InternalSerialNumber',
        'LensSerialNumber',
        'BodySerialNumber',
        'ImageUniqueID',
        'MakerNotes:all',
    ];

    /** Days. */
    public const KEPT = 30;

    /** Seconds for which nobody tries again what could not be made. */
    private const REST = 300;

    public function __construct(private readonly ExifTool $exifTool)
    {
    }

    /** @return string|null name below the folder of full sizes, once it is there */
    public function ready(Frame $frame): ?string
    {
        $name = $this->name($frame);

        return $name !== null && is_file(self::folder()."/{$name}") ? $name : null;
    }

    /** Whether it is being made; false where no verified copy is within reach, or the file takes no caption. */
    public function request(Frame $frame): bool
    {
        $name = $this->name($frame);
        if ($name === null || Cache::has(self::failure($name))) {
            return false;
        }
        MakeFullSize::dispatch($frame->id)->onQueue('default');

        return true;
    }

    /** Makes it, in a worker. */
    public function make(Frame $frame): void
    {
        $name = $this->name($frame);
        if ($name === null || is_file(self::folder()."/{$name}")) {
            return;
        }
        Disk::makeFolder(self::folder(), 0700);
        $part = self::folder().'/'.bin2hex(random_bytes(8)).'.part.jpg';
        try {
            $this->write($frame, $part);
            rename($part, self::folder()."/{$name}");
        } catch (UnableToMakePicture|UnableToWriteMetadata $reason) {
            Cache::put(self::failure($name), $reason->getMessage(), self::REST);
        } finally {
            array_map(fn (string $left): bool => @unlink($left), glob("{$part}*") ?: []);
        }
    }

    /**
     * @throws UnableToMakePicture
     * @throws UnableToWriteMetadata
     */
    private function write(Frame $frame, string $path): void
    {
        if (FinishedPicture::of($frame)?->jpegTo($path) !== true) {
            throw UnableToMakePicture::because('copy it', 'no verified copy is within reach');
        }
        $private = array_map(fn (string $tag): array => [$tag, ''], self::PRIVATE);
        $this->exifTool->write($path, [...$private, ...$this->tags($frame)]);
    }

    /** Deletes what nobody has asked for in a while. */
    public static function tidy(int $olderThan): void
    {
        foreach (glob(self::folder().'/*.jpg') ?: [] as $file) {
            if ((int) @filemtime($file) < $olderThan) {
                @unlink($file);
            }
        }
    }

    public static function folder(): string
    {
        return (string) config('kanpai.full_sizes');
    }

    /** By the picture and all that is written into it. */
    private function name(Frame $frame): ?string
    {
        $picture = FinishedPicture::of($frame);

        return $picture === null
            ? null
            : $frame->id.'-'.hash('xxh128', $picture->hash().json_encode($this->tags($frame))).'.jpg';
    }

    /** @return list<array{string, string}> */
    private function tags(Frame $frame): array
    {
        $caption = FrameCaption::query()->find($frame->id)?->caption() ?? Caption::of([]);

        return EmbeddedCaption::tags(
            $caption,
            $frame->taken_ms,
            $frame->shoot->zone(),
            max(0, $frame->verdict->xmpRating($frame->rating)),
        );
    }

    private static function failure(string $name): string
    {
        return "full-size-{$name}";
    }
}
