<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Filter;

/** What a filter can ask about a frame, by the word it is written with. */
enum Subject: string
{
    case Verdict = 'verdict';
    case Rating = 'rating';
    case Use = 'use';
    case Set = 'set';
    case Body = 'body';
    case Lens = 'lens';
    case Shooter = 'shooter';
    case Moment = 'moment';
    case Iso = 'iso';
    case Aperture = 'aperture';
    case Shutter = 'shutter';
    case Focal = 'focal';
    case Sharpness = 'sharpness';
    case Keyword = 'keyword';
    case Words = 'words';
    case Name = 'name';
    case Time = 'time';
    case Chosen = 'chosen';
    case Notes = 'notes';

    /** What people also call it. */
    private const ALSO = [
        'camera' => self::Body,
        'model' => self::Body,
        'serial' => self::Body,
        'rated' => self::Rating,
        'stars' => self::Rating,
        'f' => self::Aperture,
        'exposure' => self::Shutter,
        'speed' => self::Shutter,
        'mm' => self::Focal,
        'focallength' => self::Focal,
        'keywords' => self::Keyword,
        'text' => self::Words,
        'caption' => self::Words,
        'file' => self::Name,
        'uses' => self::Use,
        'photographer' => self::Shooter,
        'comments' => self::Notes,
    ];

    /** The subject of a word, however it is called; null for what nobody asks about. */
    public static function called(string $word): ?self
    {
        $word = strtolower($word);

        return self::tryFrom($word) ?? (self::ALSO[$word] ?? null);
    }

    public function help(): string
    {
        return match ($this) {
            self::Verdict => 'keep, drop or open',
            self::Rating => '0 to 5',
            self::Use => 'one of the studio’s uses, or any',
            self::Set => 'the name of a set or live set',
            self::Body => 'a part of its name or serial number',
            self::Lens => 'a part of its name',
            self::Shooter => 'a part of the name',
            self::Moment => 'frames in its moment',
            self::Iso => 'ISO sensitivity',
            self::Aperture => 'f-number',
            self::Shutter => 'seconds, such as 1/500',
            self::Focal => 'millimetres',
            self::Sharpness => 'variance of the Laplacian',
            self::Keyword => 'a part of a keyword',
            self::Words => 'a part of any text of the caption',
            self::Name => 'a part of the file name',
            self::Chosen => 'by how many guests, or a part of a guest’s or a list’s name',
            self::Notes => 'comments and drawings of guests',
            self::Time => 'time of day, or date and time, in the shoot’s zone',
        };
    }

    public function isNumber(): bool
    {
        return in_array(
            $this,
            [
                self::Rating,
                self::Moment,
                self::Iso,
                self::Aperture,
                self::Shutter,
                self::Focal,
                self::Sharpness,
                self::Notes,
            ],
            true,
        );
    }

    public function canBeCompared(): bool
    {
        return $this->isNumber() || in_array($this, [self::Time, self::Chosen], true);
    }
}
