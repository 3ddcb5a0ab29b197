<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/**
 * Begins to read what lies in a slot: as a new card, or as one that is known, with what came onto it since.
 *
 * @phpstan-import-type CardListing from Slots
 */
final class Reading
{
    public function __construct(private readonly Slots $slots, private readonly KnownCards $known)
    {
    }

    /**
     * @param  string  $path  of the slot, as `Slots::path` gives it
     * @param  array<string, mixed>  $facts  what is to be kept of the card beside that
     *
     * @throws UnusableSlot
     */
    public function begin(Shoot $shoot, string $path, array $facts = []): Card
    {
        $files = $this->slots->files($path);
        $volume = Slots::volume($path);
        $card = DB::transaction(function () use ($shoot, $path, $files, $volume, $facts): Card {
            Shoot::query()->whereKey($shoot->id)->lockForUpdate()->first();

            return self::begun($shoot, $path, $facts) ??
                $this->goingOn($shoot, $path, $volume, $files) ??
                self::card($shoot, [
                    'slot' => $path,
                    'volume' => $volume,
                    'name' => basename($path),
                    'state' => CardState::Reading,
                    ...$facts,
                ]);
        });
        $this->queue($card);

        return $card;
    }

    /**
     * A reading that was stopped goes on where it was.
     *
     * @param  array<string, mixed>  $facts
     */
    private static function begun(Shoot $shoot, string $path, array $facts): ?Card
    {
        $begun = Card::query()
            ->where(['shoot_id' => $shoot->id, 'slot' => $path, 'state' => CardState::Reading])
            ->first();
        $begun?->update($facts);

        return $begun;
    }

    /**
     * A card that was read before and has more on it now. It may be in another slot than before.
     *
     * @param  CardListing  $files
     */
    private function goingOn(Shoot $shoot, string $path, string $volume, array $files): ?Card
    {
        $known = $this->known->find($shoot, $files);
        if ($known === null || ! $known->goesOn($shoot)) {
            return null;
        }
        $state = $known->newFiles > 0 ? ['state' => CardState::Reading] : [];
        $known->card->update(['slot' => $path, 'volume' => $volume, ...$state]);

        return $known->card;
    }

    /** Queues the reading of a card that is not under way. */
    public function queue(Card $card): void
    {
        if ($card->state === CardState::Reading && ! ReadCard::isUnderWay($card)) {
            ReadCard::open($card, "Reading the card “{$card->name}”");
        }
    }

    /**
     * A card with the next number of the shoot, whose row has to be locked.
     *
     * @param  array<string, mixed>  $facts
     */
    public static function card(Shoot $shoot, array $facts): Card
    {
        $uuid = (string) Str::uuid();

        return Card::query()->create([
            'uuid' => $uuid,
            'shoot_id' => $shoot->id,
            'number' => 1 + (int) Card::query()->where('shoot_id', $shoot->id)->max('number'),
            'signature' => md5($uuid),
            ...$facts,
        ]);
    }
}
