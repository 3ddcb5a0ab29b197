<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Copies\Places;
use App\Studio\Shoot;
use Carbon\CarbonImmutable;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;

/** What the database knows of several cards of a shoot, in as many queries for one card as for ten. */
final class CardFacts
{
    /** @var Collection<array-key, Collection<int, \stdClass>> card => a row for each kind of its files */
    private readonly Collection $kinds;

    /** @var Collection<array-key, \stdClass> card => its first and last frame, and its bodies */
    private readonly Collection $spans;

    /** @var Collection<array-key, mixed> card => when a copy was read back last */
    private readonly Collection $verified;

    /** @var Collection<array-key, Collection<int, \stdClass>> card => place and number of the verified copies there */
    private readonly Collection $copied;

    /** @var array<int, string> body => in words */
    private readonly array $bodies;

    /** @var array<string, string> places that are in use */
    private readonly array $places;

    /** @param  list<int>  $cards */
    public function __construct(private readonly Shoot $shoot, array $cards)
    {
        $this->kinds = self::sums($cards);
        $this->spans = self::spans($cards);
        $this->verified = DB::table('copies')
            ->whereIn('card_id', $cards)
            ->groupBy('card_id')
            ->selectRaw('card_id, MIN(verified_at) AS last')
            ->pluck('last', 'card_id');
        $this->copied = $this->copied($cards);
        $this->bodies = Lanes::bodies($shoot)->mapWithKeys(fn ($body): array => [$body->id => $body->inWords()])->all();
        $this->places = app(Places::class)->used($shoot->studio_id)->pluck('name', 'name')->all();
    }

    /**
     * @param  list<int>  $cards
     * @return Collection<int|string, Collection<int, \stdClass>> card => kinds of its files, with sums
     */
    private static function sums(array $cards): Collection
    {
        return DB::table('files')
            ->whereIn('card_id', $cards)
            ->groupBy('card_id', 'kind')
            ->selectRaw('card_id, kind, COUNT(*) AS n, SUM(is_ticked) AS ticked, SUM(is_ticked * size) AS bytes')
            ->selectRaw('SUM(is_ticked AND same_as_id IS NULL) AS own, SUM(same_as_id IS NOT NULL) AS skipped')
            ->get()
            ->groupBy('card_id');
    }

    /**
     * @param  list<int>  $cards
     * @return Collection<int|string, \stdClass> card => from when to when, by which bodies
     */
    private static function spans(array $cards): Collection
    {
        return DB::table('frames')
            ->whereIn('card_id', $cards)
            ->groupBy('card_id')
            ->selectRaw('card_id, MIN(taken_ms) AS first, MAX(taken_ms) AS last')
            ->selectRaw('GROUP_CONCAT(DISTINCT body_id) AS bodies')
            ->get()
            ->keyBy('card_id');
    }

    /** @return array<string, int> kind => number of files */
    public function kinds(int $card): array
    {
        $kinds = $this->kinds->get($card)?->pluck('n', 'kind')->all() ?? [];

        return array_map(intval(...), $kinds);
    }

    /** @return list<string> in words */
    public function bodies(int $card): array
    {
        $ids = explode(',', (string) ($this->spans->get($card)->bodies ?? ''));

        return array_values(array_filter(array_map(fn (string $id): string => $this->bodies[(int) $id] ?? '', $ids)));
    }

    /** @return array{int, int}|null instants of the first and last frame, in milliseconds */
    public function span(int $card): ?array
    {
        $span = $this->spans->get($card);

        return $span === null ? null : [(int) $span->first, (int) $span->last];
    }

    /** @param  'ticked'|'bytes'|'own'|'skipped'  $what */
    public function sum(int $card, string $what): int
    {
        return (int) $this->kinds->get($card)?->sum($what);
    }

    /** When the copy that was read back longest ago was, in words. */
    public function verifiedAt(int $card): ?string
    {
        $at = $this->verified->get($card);

        return $at === null
            ? null
            : CarbonImmutable::parse((string) $at)->setTimezone($this->shoot->zone)->format('D j M Y, H:i');
    }

    /** @return array<string, int> place => files without a verified copy there; places that lack none are left out */
    public function missing(int $card): array
    {
        $copied = $this->copied->get($card)?->pluck('n', 'place')->all() ?? [];
        $own = $this->sum($card, 'own');

        $missing = array_map(
            fn (string $place): int => max(0, $own - (int) ($copied[$place] ?? 0)),
            $this->places,
        );

        return array_filter($missing);
    }

    /**
     * @param  list<int>  $cards
     * @return Collection<array-key, Collection<int, \stdClass>>
     */
    private function copied(array $cards): Collection
    {
        return DB::table('copies')
            ->whereIn('card_id', $cards)
            ->where('is_sound', true)
            ->groupBy('card_id', 'place')
            ->selectRaw('card_id, place, COUNT(*) AS n')
            ->get()
            ->groupBy('card_id');
    }
}
