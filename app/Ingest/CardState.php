<?php

declare(strict_types=1);

namespace App\Ingest;

enum CardState: string
{
    /** Its files are on their way from a browser. */
    case Arriving = 'arriving';
    case Reading = 'reading';
    case Read = 'read';
    /** All that was ticked is copied and verified; the rest is on the card alone. */
    case Chosen = 'chosen';
    case Safe = 'safe';

    /** Whether its frames are in the database. */
    public function isRead(): bool
    {
        return $this !== self::Arriving && $this !== self::Reading;
    }

    /** Whether nothing is left to copy. */
    public function isDone(): bool
    {
        return $this === self::Chosen || $this === self::Safe;
    }
}
