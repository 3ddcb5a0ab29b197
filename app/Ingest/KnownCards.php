<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Ingest\Fingerprint;
use Kanpai\Core\Ingest\FrameGrouping;

/**
 * Knows cards again by what lies on them, and by their file system where it has a name.
 *
 * @phpstan-import-type CardListing from Slots
 */
final class KnownCards
{
    /** So many files of a card tell which of the read ones it is; only that one is compared in full. */
    private const SAMPLE = 200;

    /** @param  CardListing  $files */
    public function find(Shoot $shoot, array $files): ?RecognisedCard
    {
        $step = max(1, intdiv(count($files), self::SAMPLE));
        $sample = [];
        for ($i = 0; $i < count($files); $i += $step) {
            $sample[] = Fingerprint::of($files[$i]);
        }
        $card = $sample === [] ? null : $this->likeliest($shoot, $sample);

        return $card === null ? null : self::compared($card, $files);
    }

    /** @param  CardListing  $files */
    private static function compared(Card $card, array $files): RecognisedCard
    {
        $known = DB::table('files')->where('card_id', $card->id)->pluck('fingerprint', 'path')->all();
        $new = [];
        $changed = 0;
        foreach ($files as $file) {
            $there = $known[$file['path']] ?? null;
            if ($there === null) {
                $new[] = $file['path'];
            } elseif ($there !== Fingerprint::of($file)) {
                $changed++;
            }
        }

        return new RecognisedCard($card, count((new FrameGrouping())->group($new)['frames']), count($new), $changed);
    }

    /** When the same file system was read before with other files: it was formatted since. */
    public function readBefore(Shoot $shoot, string $volume): ?Card
    {
        return $volume === ''
            ? null
            : Card::query()
                ->where('volume', $volume)
                ->whereIn('shoot_id', Shoot::query()->where('studio_id', $shoot->studio_id)->select('id'))
                ->with('shoot')
                ->orderByDesc('id')
                ->first();
    }

    /** @param  list<string>  $fingerprints  of some files of the card */
    private function likeliest(Shoot $shoot, array $fingerprints): ?Card
    {
        $id = DB::table('files')
            ->whereIn('fingerprint', $fingerprints)
            ->join('cards', 'cards.id', '=', 'files.card_id')
            ->whereIn('cards.shoot_id', Shoot::query()->where('studio_id', $shoot->studio_id)->select('id'))
            ->groupBy('files.card_id', 'cards.shoot_id')
            ->orderByRaw('cards.shoot_id = ? DESC, COUNT(*) DESC', [$shoot->id])
            ->value('files.card_id');

        return $id === null ? null : Card::query()->with('shoot')->whereKey($id)->first();
    }
}
