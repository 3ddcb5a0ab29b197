<?php

declare(strict_types=1);

namespace Kanpai\Core\Proof;

/** In what a frame differs from what a gallery shows of it. */
enum Change: string
{
    case Gone = 'gone';
    case Back = 'back';
    case Picture = 'picture';
    case Caption = 'caption';
    case Clock = 'clock';

    public function inWords(): string
    {
        return match ($this) {
            self::Gone => 'dropped since',
            self::Back => 'kept again',
            self::Picture => 'with another picture',
            self::Caption => 'with another caption',
            self::Clock => 'with another time',
        };
    }
}
