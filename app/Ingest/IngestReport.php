<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Stage;
use App\Studio\StageReport;
use Illuminate\Database\Eloquent\Collection;

final class IngestReport implements StageReport
{
    public function stage(): string
    {
        return 'ingest';
    }

    public function forShoots(Collection $shoots): array
    {
        $cards = Card::query()
            ->whereIn('shoot_id', $shoots->modelKeys())
            ->get(['id', 'shoot_id', 'state', 'safe_at', 'number'])
            ->groupBy('shoot_id');
        $stages = [];
        foreach ($shoots as $shoot) {
            $stages[$shoot->id] = $this->ofCards($cards->get($shoot->id) ?? new Collection());
        }

        return $stages;
    }

    /** @param  Collection<int, Card>  $cards */
    private function ofCards(Collection $cards): Stage
    {
        $safe = $cards->where('state', CardState::Safe)->count();
        $chosen = $cards->where('state', CardState::Chosen)->count();
        $waiting = $cards->count() - $safe - $chosen;

        return match (true) {
            $cards->isEmpty() => new Stage('ingest', 0.0, 'no cards', 'Read the first card', 'no frames yet'),
            $cards->contains(fn (Card $card): bool => $card->hasLostCopies()) => $this->lost($cards, $safe),
            $waiting > 0 => new Stage(
                'ingest',
                $safe / $cards->count(),
                "{$waiting} not safe",
                $waiting === 1 ? 'Copy the card' : "Copy {$waiting} cards",
                ($waiting === 1 ? '1 card' : "{$waiting} cards").' not yet safe · do not format',
                true,
            ),
            $chosen > 0 => new Stage('ingest', 1.0, "{$safe} safe, {$chosen} copied in part"),
            default => new Stage('ingest', 1.0, $safe === 1 ? '1 card safe' : "{$safe} cards safe"),
        };
    }

    /** @param  \Illuminate\Support\Collection<int, Card>  $cards */
    private function lost(\Illuminate\Support\Collection $cards, int $safe): Stage
    {
        $numbers = $cards
            ->filter(fn (Card $card): bool => $card->hasLostCopies())
            ->pluck('number')
            ->sort()
            ->implode(', ');

        return new Stage(
            'ingest',
            $safe / $cards->count(),
            'copies lost',
            "Look at card {$numbers}",
            "copies of card {$numbers} are damaged or gone",
            true,
        );
    }
}
