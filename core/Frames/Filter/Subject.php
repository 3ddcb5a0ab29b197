<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Filter;

use Kanpai\Core\Frames\Verdict;

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
    case Eyes = 'eyes';
    case Faces = 'faces';
    case Looks = 'looks';
    case Sharp = 'sharp';
    case Blur = 'blur';
    case Clipped = 'clipped';
    case Tilt = 'tilt';
    case Proposed = 'proposed';

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
            self::Eyes => 'open, closed or unsure, of anybody in the frame',
            self::Faces => 'how many',
            self::Looks => 'camera or away',
            self::Sharp => 'share of what lens and body usually reach, 0 to 1',
            self::Blur => 'motion, defocus or none',
            self::Clipped => 'per cent of the picture',
            self::Tilt => 'degrees, to either side',
            self::Proposed => 'best, alone or rest',
            self::Time => 'time of day, or date and time, in the shoot’s zone',
        };
    }

    /** @return list<string>|null the words that it can be; null where it may be any */
    public function words(): ?array
    {
        return match ($this) {
            self::Verdict => array_column(Verdict::cases(), 'value'),
            self::Eyes => ['open', 'closed', 'unsure'],
            self::Looks => ['camera', 'away'],
            self::Blur => ['motion', 'defocus', 'none'],
            self::Proposed => ['best', 'alone', 'rest'],
            default => null,
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
                self::Faces,
                self::Sharp,
                self::Clipped,
                self::Tilt,
            ],
            true,
        );
    }

    public function canBeCompared(): bool
    {
        return $this->isNumber() || in_array($this, [self::Time, self::Chosen], true);
    }
}
