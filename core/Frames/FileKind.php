<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames;

/** What a file on a card is for a frame, by its ending. */
enum FileKind: string
{
    case Jpeg = 'jpeg';
    case Raw = 'raw';
    case Sidecar = 'sidecar';
    case Sound = 'sound';
    case Film = 'film';
    case Other = 'other';

    private const ENDINGS = [
        'jpg' => self::Jpeg,
        'jpeg' => self::Jpeg,
        'jpe' => self::Jpeg,
        'dng' => self::Raw,
        'tif' => self::Raw,
        'tiff' => self::Raw,
        'raw' => self::Raw,
        // The endings by which exiftool's list of file types knows raw files of cameras.
        '3fr' => self::Raw,
        'ari' => self::Raw,
        'arw' => self::Raw,
        'cr2' => self::Raw,
        'cr3' => self::Raw,
        'crw' => self::Raw,
        'dcr' => self::Raw,
        'erf' => self::Raw,
        'fff' => self::Raw,
        'gpr' => self::Raw,
        'iiq' => self::Raw,
        'k25' => self::Raw,
        'kdc' => self::Raw,
        'mef' => self::Raw,
        'mos' => self::Raw,
        'mrw' => self::Raw,
        'nef' => self::Raw,
        'nrw' => self::Raw,
        'orf' => self::Raw,
        'ori' => self::Raw,
        'pef' => self::Raw,
        'raf' => self::Raw,
        'rw2' => self::Raw,
        'rwl' => self::Raw,
        'rwz' => self::Raw,
        'sr2' => self::Raw,
        'srf' => self::Raw,
        'srw' => self::Raw,
        'x3f' => self::Raw,
        'xmp' => self::Sidecar,
        'wav' => self::Sound,
        'mp3' => self::Sound,
        'm4a' => self::Sound,
        'mp4' => self::Film,
        'mov' => self::Film,
        'avi' => self::Film,
        'mts' => self::Film,
        'm2ts' => self::Film,
        'mxf' => self::Film,
        'm4v' => self::Film,
    ];

    public static function ofExtension(string $extension): self
    {
        return self::ENDINGS[strtolower($extension)] ?? self::Other;
    }

    public function word(): string
    {
        return match ($this) {
            self::Jpeg => 'JPEG',
            self::Raw => 'raw file',
            self::Sidecar => 'sidecar',
            self::Sound => 'sound note',
            self::Film => 'film clip',
            self::Other => 'other file',
        };
    }

    /** How many there are, in words. */
    public function counted(int $count): string
    {
        return number_format($count).' '.$this->word().($count === 1 ? '' : 's');
    }

    public function isPicture(): bool
    {
        return $this === self::Jpeg || $this === self::Raw;
    }
}
