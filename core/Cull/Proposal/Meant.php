<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Proposal;

/** Why closed eyes are no fault. */
enum Meant: string
{
    case Kiss = 'kiss';
    case Laughter = 'laughter';
    case LookingDown = 'down';
    case Mostly = 'mostly';

    public function inWords(): string
    {
        return match ($this) {
            self::Kiss => 'a kiss',
            self::Laughter => 'laughter',
            self::LookingDown => 'looking down',
            self::Mostly => 'closed in most frames of the moment',
        };
    }
}
