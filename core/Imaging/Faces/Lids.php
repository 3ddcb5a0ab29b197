<?php

declare(strict_types=1);

namespace Kanpai\Core\Imaging\Faces;

/** Whether the eyes of a face are open. */
enum Lids: string
{
    case Open = 'open';
    case Closed = 'closed';
    case Unsure = 'unsure';
    case Small = 'small';
    case Hidden = 'hidden';

    public function inWords(): string
    {
        return match ($this) {
            self::Open => 'eyes open',
            self::Closed => 'eyes closed',
            self::Unsure => 'unsure',
            self::Small => 'too small to see',
            self::Hidden => 'eyes hidden',
        };
    }
}
