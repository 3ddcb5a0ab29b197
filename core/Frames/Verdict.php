<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames;

/** What somebody decided about a frame. */
enum Verdict: string
{
    case Open = 'open';
    case Keep = 'keep';
    case Drop = 'drop';

    /**
     * xmp:Rating for a frame with this verdict: −1 for a dropped one (ISO 16684-2: rejected).
     *
     * @param  int<0, 5>  $rating
     */
    public function xmpRating(int $rating): int
    {
        return $this === self::Drop ? -1 : $rating;
    }
}
