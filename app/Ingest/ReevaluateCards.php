<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Shoot;
use App\Studio\Studio;

/** Says anew of every copied card whether it is safe, when the studio asks for another number of copies. */
final class ReevaluateCards
{
    public function of(Studio $studio): void
    {
        $cards = Card::query()
            ->whereIn('shoot_id', Shoot::query()->where('studio_id', $studio->id)->select('id'))
            ->whereIn('state', [CardState::Read, CardState::Chosen, CardState::Safe])
            ->whereHas('files', fn ($files) => $files->whereNotNull('hash'));
        foreach ($cards->lazyById(100) as $card) {
            $card->updateSafety();
        }
    }
}
