<?php

declare(strict_types=1);

namespace App\Ingest;

/** The previews of a card are made, as far as they could be, and what the frames look like is known. */
final readonly class PicturesMade
{
    public function __construct(public Card $card)
    {
    }
}
