<?php

declare(strict_types=1);

namespace App\Ingest\Upload;

use App\Ingest\Card;
use App\Ingest\CardFile;
use App\Ingest\CardState;
use App\Ingest\KnownCards;
use App\Ingest\Reading;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Card\CardSignature;

/**
 * Takes the listing of a card in a browser, and says which of its files are to be sent. The same card announced again is
 * the same card: what has arrived is not sent twice.
 *
 * @phpstan-import-type CardListing from \App\Ingest\Slots
 *
 * @phpstan-type Announced array{card: Card, known: string, wanted: list<array{path: string, id: string, offset: int}>}
 */
final class Announcing
{
    public const MOST_FILES = 30000;

    /** Left free on the disk of arrivals, in bytes. */
    private const RESERVE = 500_000_000;

    public function __construct(private readonly KnownCards $known, private readonly Reading $reading)
    {
    }

    /**
     * @param  CardListing  $files
     * @return Announced
     *
     * @throws UnusableUpload
     */
    public function announce(Shoot $shoot, string $name, array $files, ?UploadLink $link = null): array
    {
        $files = $this->checked($files);
        $recognised = null;
        $card = DB::transaction(function () use ($shoot, $name, $files, $link, &$recognised): Card {
            Shoot::query()->whereKey($shoot->id)->lockForUpdate()->first();
            $signature = CardSignature::of($files);
            $recognised = $this->known->find($shoot, $files);
            // The same listing is the same card, however far it has come.
            $begun = Card::query()->where(['shoot_id' => $shoot->id, 'signature' => $signature])->first();
            if ($begun !== null) {
                return $begun;
            }
            if ($recognised !== null && $recognised->goesOn($shoot)) {
                return $recognised->card;
            }

            return Reading::card($shoot, ['slot' => '', 'name' => mb_substr($name === '' ? 'card' : $name, 0, 120), 'signature' => $signature, 'state' => CardState::Arriving, 'is_uploaded' => true, 'upload_link_id' => $link?->id, 'shooter' => $link->shooter ?? '']);
        });
        // While it is read or copied from a slot, nobody takes it over from a browser.
        if ($card->state !== CardState::Arriving && ($card->state === CardState::Reading || $card->task('copy')?->isUnderWay() === true)) {
            return ['card' => $card, 'known' => 'it is being read or copied by the studio just now', 'wanted' => []];
        }
        $wanted = $this->wanted($card, $files);
        if ($wanted !== []) {
            $this->makeRoom($card, array_sum(array_column($wanted, 'size')));
            $card->update(['slot' => ArrivalsFolder::of($card), 'state' => CardState::Arriving, 'is_uploaded' => true, ...($card->upload_link_id === null && $link !== null ? ['upload_link_id' => $link->id] : [])]);
            $this->note($card, $wanted);
        }

        return ['card' => $card, 'known' => $recognised?->inWords($shoot) ?? '', 'wanted' => $this->open($card)];
    }

    /** Reads the card once all of it is here. */
    public function conclude(Card $card): void
    {
        if (Arrival::query()->where('card_id', $card->id)->whereNull('arrived_at')->exists()) {
            return;
        }
        $isFirst = Card::query()->whereKey($card->id)->where('state', CardState::Arriving)->update(['state' => CardState::Reading]) === 1;
        if ($isFirst) {
            $this->reading->queue($card->refresh());
        }
    }

    /**
     * @param  CardListing  $files
     * @return CardListing
     */
    private function checked(array $files): array
    {
        if ($files === []) {
            throw UnusableUpload::isEmpty();
        }
        if (count($files) > self::MOST_FILES) {
            throw UnusableUpload::hasTooMany(self::MOST_FILES);
        }
        foreach ($files as $file) {
            foreach (explode('/', $file['path']) as $part) {
                if ($part === '' || $part[0] === '.' || strlen($part) > 255 || str_contains($part, "\0")) {
                    throw UnusableUpload::badPath($file['path']);
                }
            }
            if (strlen($file['path']) > 2048) {
                throw UnusableUpload::badPath($file['path']);
            }
        }

        return $files;
    }

    /**
     * What of the listing has no proof yet.
     *
     * @param  CardListing  $files
     * @return CardListing
     */
    private function wanted(Card $card, array $files): array
    {
        $proved = CardFile::query()->where('card_id', $card->id)->where(fn ($query) => $query->whereNotNull('same_as_id')->orWhereHas('copies', fn ($copies) => $copies->whereColumn('copies.hash', 'files.hash'), '>=', $card->shoot->studio->copies_wanted))->pluck('id', 'path')->all();

        return array_values(array_filter($files, fn (array $file): bool => ! isset($proved[$file['path']])));
    }

    private function makeRoom(Card $card, int $bytes): void
    {
        $folder = ArrivalsFolder::of($card);
        if (! is_dir($folder.'/.parts') && ! @mkdir($folder.'/.parts', 0700, true) && ! is_dir($folder.'/.parts')) {
            throw UnusableUpload::couldNotBeKept();
        }
        $free = disk_free_space($folder);
        if ($free !== false && $bytes + self::RESERVE > $free) {
            throw UnusableUpload::hasNoRoom($bytes + self::RESERVE, (int) $free);
        }
    }

    /** @param  CardListing  $files */
    private function note(Card $card, array $files): void
    {
        foreach (array_chunk($files, 500) as $some) {
            DB::table('arrivals')->insertOrIgnore(array_map(fn (array $file): array => [
                'uuid' => (string) Str::uuid(), 'card_id' => $card->id, 'path' => $file['path'], 'path_hash' => hash('xxh128', $file['path']), 'size' => $file['size'], 'modified_at' => $file['modifiedAt'],
            ], $some));
        }
        // One that was freed with the card's folder, or could not be copied from it, has to come again.
        $bad = CardFile::query()->where('card_id', $card->id)->whereNull('hash')->whereNotNull('copy_problem')->pluck('id', 'path')->all();
        foreach (Arrival::query()->where('card_id', $card->id)->whereNotNull('arrived_at')->get() as $arrival) {
            if ((isset($bad[$arrival->path]) || ! is_file($card->slot.'/'.$arrival->path)) && in_array($arrival->path, array_column($files, 'path'), true)) {
                $arrival->update(['arrived_at' => null]);
            }
        }
    }

    /** @return list<array{path: string, id: string, offset: int}> */
    private function open(Card $card): array
    {
        return array_values(Arrival::query()->where('card_id', $card->id)->whereNull('arrived_at')->orderBy('id')->get()->each(fn (Arrival $arrival) => $arrival->setRelation('card', $card))
            ->map(fn (Arrival $arrival): array => ['path' => $arrival->path, 'id' => $arrival->uuid, 'offset' => $arrival->offset()])->all());
    }
}
