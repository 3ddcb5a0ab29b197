<?php

declare(strict_types=1);

namespace Kanpai\Core\Deliver\Output;

/** Kinds of files that are written. */
enum Format: string
{
    case Jpeg = 'jpeg';
    case Tiff = 'tiff';
    case Webp = 'webp';

    public function ending(): string
    {
        return match ($this) {
            self::Jpeg => 'jpg',
            self::Tiff => 'tif',
            self::Webp => 'webp',
        };
    }

    public function inWords(): string
    {
        return match ($this) {
            self::Jpeg => 'JPEG',
            self::Tiff => 'TIFF',
            self::Webp => 'WebP',
        };
    }

    /** Whether its files become smaller with less quality. */
    public function hasQuality(): bool
    {
        return $this !== self::Tiff;
    }
}
