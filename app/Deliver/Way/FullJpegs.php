<?php

declare(strict_types=1);

namespace App\Deliver\Way;

use App\Imaging\ExifTool;

/**
 * Pictures in full size: finished by their looks; else as the camera wrote them, or as they came back last. With
 * captions and corrected times.
 */
final readonly class FullJpegs implements Way
{
    public const KEY = 'jpegs';

    public function __construct(private ExifTool $exifTool)
    {
    }

    public function key(): string
    {
        return self::KEY;
    }

    public function label(): string
    {
        return 'Full-size JPEGs';
    }

    public function inWords(): string
    {
        return 'finished by their looks, else as the camera wrote them; with captions and corrected times';
    }

    public function owns(string $file): bool
    {
        return $file === self::KEY;
    }

    public function files(FrameToDeliver $frame): array
    {
        return [new FullJpeg($frame, $frame->picture(), $this->exifTool)];
    }
}
