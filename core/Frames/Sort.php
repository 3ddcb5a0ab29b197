<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames;

/** The order in which frames are shown; those that are equal are in the order of time. */
enum Sort: string
{
    case Time = 'time';
    case Name = 'name';
    case Rating = 'rating';
    case Sharpness = 'sharpness';
    case Lens = 'lens';
    case Iso = 'iso';
    case Shutter = 'shutter';
    case Aperture = 'aperture';
    case Body = 'body';
    case Sharp = 'sharp';
    case Faces = 'faces';
    case Closed = 'closed';
    case Clipped = 'clipped';
    case Tilt = 'tilt';
    case Away = 'away';
    case Smile = 'smile';
    case Blur = 'blur';
    case Alone = 'alone';
    case Proposed = 'proposed';

    public function inWords(): string
    {
        return match ($this) {
            self::Time => 'by time',
            self::Name => 'by name',
            self::Rating => 'best rated first',
            self::Sharpness => 'most detail first',
            self::Lens => 'by lens',
            self::Iso => 'highest ISO first',
            self::Shutter => 'slowest shutter first',
            self::Aperture => 'widest aperture first',
            self::Body => 'by body',
            self::Sharp => 'sharpest of its lens first',
            self::Faces => 'most faces first',
            self::Closed => 'most closed eyes first',
            self::Clipped => 'most clipped first',
            self::Tilt => 'most tilted first',
            self::Away => 'most who look away first',
            self::Smile => 'most smiles first',
            self::Blur => 'blurred first',
            self::Alone => 'fewest alike first',
            self::Proposed => 'best proposed first',
        };
    }
}
