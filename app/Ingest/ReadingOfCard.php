<?php

declare(strict_types=1);

namespace App\Ingest;

use Kanpai\Core\Studio\Zone;

/** What stays the same while a card is read, at hand without asking the model thousands of times. */
final readonly class ReadingOfCard
{
    private function __construct(
        public int $card,
        public string $uuid,
        public string $slot,
        public int $shoot,
        public int $studio,
        public Zone $zone,
        public string $pictures,
    ) {
    }

    public static function of(Card $card): self
    {
        return new self(
            $card->id,
            $card->uuid,
            $card->slot,
            $card->shoot_id,
            $card->shoot->studio_id,
            $card->shoot->zone(),
            (string) config('kanpai.pictures'),
        );
    }
}
