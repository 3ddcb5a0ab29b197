<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull;

/** The order in which frames are shown; those that are equal stand in the order of time. */
enum Sort: string
{
    case Time = 'time';
    case Name = 'name';
    case Rating = 'rating';
    case Sharpness = 'sharpness';

    public function inWords(): string
    {
        return match ($this) {
            self::Time => 'by time',
            self::Name => 'by name',
            self::Rating => 'best rated first',
            self::Sharpness => 'sharpest first',
        };
    }
}
