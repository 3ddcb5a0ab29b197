<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Stage;
use App\Studio\StageReport;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Str;

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
        $isLost = $cards->contains(fn (Card $card): bool => $card->hasLostCopies());

        return match (true) {
            $cards->isEmpty() => new Stage('ingest', 0.0, 'no cards', 'Read the first card', 'no frames yet'),
            $isLost => $this->lost($cards, $safe),
            $waiting > 0 => self::waiting($waiting, $safe / $cards->count()),
            $chosen > 0 => new Stage('ingest', 1.0, "{$safe} safe, {$chosen} copied in part"),
            default => new Stage('ingest', 1.0, Str::plural('card', $safe, prependCount: true).' safe'),
        };
    }

    private static function waiting(int $cards, float $done): Stage
    {
        return new Stage(
            'ingest',
            $done,
            "{$cards} not safe",
            $cards === 1 ? 'Copy the card' : "Copy {$cards} cards",
            ($cards === 1 ? '1 card' : "{$cards} cards").' not yet safe · do not format',
            true,
        );
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
