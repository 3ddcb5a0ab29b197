<?php

declare(strict_types=1);

namespace App\Ingest;

/** All frames of a card are in the database. */
final readonly class CardRead
{
    public function __construct(public Card $card)
    {
    }
}
