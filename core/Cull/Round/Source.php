<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Round;

/** The frames from which a round starts. */
enum Source: string
{
    case All = 'all';
    case Kept = 'kept';
    case Set = 'set';
}
