<?php

declare(strict_types=1);

namespace App\Ingest;

/** Copies a card as soon as it is read, where that was asked for. */
final class CopyAtOnce
{
    private const NOBODY = 'shooter';

    public static function of(Card $card): void
    {
        if (! $card->is_copied_at_once || ! $card->state->isRead() || CopyCard::latest($card) !== null) {
            return;
        }
        if ($card->shooter === '') {
            $card->update(['shooter' => self::NOBODY]);
        }
        CopyCard::start($card);
    }
}
