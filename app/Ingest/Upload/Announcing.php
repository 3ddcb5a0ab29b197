<?php

declare(strict_types=1);

namespace App\Ingest\Upload;

use App\Frames\CardFile;
use App\Ingest\Card;
use App\Ingest\CardState;
use App\Ingest\CopyCard;
use App\Ingest\KnownCards;
use App\Ingest\Reading;
use App\Ingest\RecognisedCard;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Ingest\CardSignature;

/**
 * Takes the listing of a card in a browser, and says which of its files are to be sent. The same card announced again
 * is the same card: what has arrived is not sent twice.
 *
 * @phpstan-import-type CardListing from \App\Ingest\Slots
 *
 * @phpstan-type Announced array{card: Card, known: string, wanted: list<array{path: string, id: string, offset: int}>}
 */
final class Announcing
{
    public function __construct(
        private readonly KnownCards $known,
        private readonly Reading $reading,
        private readonly Arrivals $arrivals,
    ) {
    }

    /**
     * @param  CardListing  $files  as Arrivals has checked them
     * @return Announced
     *
     * @throws UnusableUpload
     */
    public function announce(Shoot $shoot, string $name, array $files, ?UploadLink $link = null): array
    {
        [$card, $recognised] = $this->card($shoot, $name, $files, $link);
        // While it is read or copied from a slot, nobody takes it over from a browser.
        $isBusy = $card->state === CardState::Reading || CopyCard::isUnderWay($card);
        if ($card->state !== CardState::Arriving && $isBusy) {
            return ['card' => $card, 'known' => 'it is being read or copied by the studio just now', 'wanted' => []];
        }
        $missing = $this->wanted($card, $files);
        if ($missing !== []) {
            $this->await($card, $missing, $link);
        }

        return [
            'card' => $card,
            'known' => $recognised?->inWords($shoot) ?? '',
            'wanted' => $this->arrivals->open($card->uuid),
        ];
    }

    /**
     * @param  CardListing  $files
     *
     * @throws UnusableUpload
     */
    private function await(Card $card, array $files, ?UploadLink $link): void
    {
        $this->arrivals->makeRoom($card->uuid, array_sum(array_column($files, 'size')));
        $card->update([
            'slot' => ArrivalsFolder::of($card),
            'state' => CardState::Arriving,
            'is_uploaded' => true,
            ...$card->upload_link_id === null && $link !== null ? ['upload_link_id' => $link->id] : [],
        ]);
        $this->note($card, $files);
    }

    /**
     * The card that was announced before, or that is known to go on, or a new one.
     *
     * @param  CardListing  $files
     * @return array{Card, RecognisedCard|null}
     */
    private function card(Shoot $shoot, string $name, array $files, ?UploadLink $link): array
    {
        return DB::transaction(function () use ($shoot, $name, $files, $link): array {
            Shoot::query()->whereKey($shoot->id)->lockForUpdate()->first();
            $signature = CardSignature::of($files);
            $recognised = $this->known->find($shoot, $files);
            // The same listing is the same card, however far it has come.
            $begun = Card::query()
                ->where(['shoot_id' => $shoot->id, 'signature' => $signature])
                ->first();
            $goingOn = $recognised !== null && $recognised->goesOn($shoot) ? $recognised->card : null;

            return [$begun ?? $goingOn ?? self::arriving($shoot, $name, $signature, $link), $recognised];
        });
    }

    private static function arriving(Shoot $shoot, string $name, string $signature, ?UploadLink $link): Card
    {
        return Reading::card($shoot, [
            'slot' => '',
            'name' => mb_substr($name === '' ? 'card' : $name, 0, 120),
            'signature' => $signature,
            'state' => CardState::Arriving,
            'is_uploaded' => true,
            'upload_link_id' => $link?->id,
            'shooter' => $link->shooter ?? '',
        ]);
    }

    /** Reads the card once all of it is here. */
    public function conclude(Card $card): void
    {
        if (Arrival::query()->where('card_id', $card->id)->whereNull('arrived_at')->exists()) {
            return;
        }
        $isFirst =
            Card::query()
                ->whereKey($card->id)
                ->where('state', CardState::Arriving)
                ->update(['state' => CardState::Reading]) === 1;
        if ($isFirst) {
            $this->reading->queue($card->refresh());
        }
    }

    /**
     * What of the listing has no proof yet.
     *
     * @param  CardListing  $files
     * @return CardListing
     */
    private function wanted(Card $card, array $files): array
    {
        $verified = CardFile::query()
            ->where('card_id', $card->id)
            ->where(
                fn ($query) => $query
                    ->whereNotNull('same_as_id')
                    ->orWhereHas(
                        'copies',
                        fn ($copies) => $copies->whereColumn('copies.hash', 'files.hash'),
                        '>=',
                        $card->shoot->studio->copies_required,
                    ),
            )
            ->pluck('id', 'path')
            ->all();

        return array_values(array_filter($files, fn (array $file): bool => ! isset($verified[$file['path']])));
    }

    /** @param  CardListing  $files */
    private function note(Card $card, array $files): void
    {
        $this->arrivals->note($card->uuid, $card->id, $files);
        // One that was freed with the card's folder, or could not be copied from it, has to come again.
        $bad = CardFile::query()
            ->where('card_id', $card->id)
            ->whereNull('hash')
            ->whereNotNull('copy_problem')
            ->pluck('id', 'path')
            ->all();
        foreach (Arrival::query()->where('card_id', $card->id)->whereNotNull('arrived_at')->get() as $arrival) {
            if (
                (isset($bad[$arrival->path]) || ! is_file($card->slot.'/'.$arrival->path)) &&
                in_array($arrival->path, array_column($files, 'path'), true)
            ) {
                $arrival->update(['arrived_at' => null]);
            }
        }
    }
}
