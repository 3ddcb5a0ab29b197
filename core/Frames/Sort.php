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

    private const WORDS = [
        'time' => 'by time',
        'name' => 'by name',
        'rating' => 'best rated first',
        'sharpness' => 'most detail first',
        'lens' => 'by lens',
        'iso' => 'highest ISO first',
        'shutter' => 'slowest shutter first',
        'aperture' => 'widest aperture first',
        'body' => 'by body',
        'sharp' => 'sharpest of its lens first',
        'faces' => 'most faces first',
        'closed' => 'most closed eyes first',
        'clipped' => 'most clipped first',
        'tilt' => 'most tilted first',
        'away' => 'most who look away first',
        'smile' => 'most smiles first',
        'blur' => 'blurred first',
        'alone' => 'fewest alike first',
        'proposed' => 'best proposed first',
    ];

    public function inWords(): string
    {
        return self::WORDS[$this->value];
    }
}
