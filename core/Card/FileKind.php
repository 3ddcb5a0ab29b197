<?php

declare(strict_types=1);

namespace Kanpai\Core\Card;

/** What a file on a card is for a frame, told by its ending. */
enum FileKind: string
{
    case Jpeg = 'jpeg';
    case Raw = 'raw';
    case Sidecar = 'sidecar';
    case Sound = 'sound';
    case Film = 'film';
    case Other = 'other';

    private const ENDINGS = [
        'jpg' => self::Jpeg, 'jpeg' => self::Jpeg, 'jpe' => self::Jpeg,
        'dng' => self::Raw, 'tif' => self::Raw, 'tiff' => self::Raw, 'raw' => self::Raw,
        'xmp' => self::Sidecar,
        'wav' => self::Sound,
        'mp4' => self::Film, 'mov' => self::Film, 'avi' => self::Film, 'mts' => self::Film,
    ];

    public static function ofExtension(string $extension): self
    {
        return self::ENDINGS[strtolower($extension)] ?? self::Other;
    }

    public function isPicture(): bool
    {
        return $this === self::Jpeg || $this === self::Raw;
    }
}
