<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Ingest\Upload\ArrivalsFolder;
use Illuminate\Filesystem\Filesystem;
use Illuminate\Support\Facades\DB;

/** Takes a card out of its shoot that was read by mistake. Nothing that was copied is ever taken away here. */
final class RemoveCard
{
    private const WORK = [ReadCard::class, CopyCard::class, VerifyCopies::class, CompareWithCard::class];

    /** Days after which files that never came through a browser are waited for no longer. */
    public const PATIENCE = 30;

    public function __construct(private readonly Filesystem $files)
    {
    }

    /**
     * Takes out what was announced through a browser and never came in full. Whoever sent it has it still, and can
     * begin anew.
     */
    public function abandoned(): void
    {
        $limit = now()->subDays(self::PATIENCE);
        $cards = Card::query()
            ->where('state', CardState::Arriving)
            ->where('created_at', '<', $limit)
            ->whereDoesntHave('arrivals', fn ($arrivals) => $arrivals->where('arrived_at', '>=', $limit))
            ->get();
        foreach ($cards as $card) {
            $this->remove($card);
        }
    }

    /** @return bool whether it is out */
    public function remove(Card $card): bool
    {
        $isOut = DB::transaction(function () use ($card): bool {
            Card::query()->whereKey($card->id)->lockForUpdate()->first();
            if ($card->wasCopied()) {
                return false;
            }
            foreach (self::WORK as $work) {
                if ($work::isUnderWay($card)) {
                    return false;
                }
            }

            return (bool) $card->delete();
        });
        if ($isOut) {
            MakePreviews::latest($card)?->stop();
            ArrivalsFolder::remove($card);
            $this->files->deleteDirectory(config('kanpai.pictures')."/{$card->uuid}");
        }

        return $isOut;
    }
}
