<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Copies\Places;
use App\Studio\Shoot;
use Carbon\CarbonImmutable;

/**
 * What the page of a shoot's cards says of each of them.
 *
 * @phpstan-import-type Counts from CardCounts
 * @phpstan-import-type Span from CardCounts
 */
final readonly class CardFacts
{
    /** @var array<int, Counts> card => what is counted of its files */
    private array $files;

    /** @var array<int, Span> card => its first and last frame, and its bodies */
    private array $spans;

    /** @var array<int, string> body => in words */
    private array $bodies;

    /** @var array<string, string> places that are in use */
    private array $places;

    /** @param  list<int>  $cards */
    public function __construct(private Shoot $shoot, array $cards)
    {
        $counts = new CardCounts($shoot, $cards);
        $this->files = $counts->files();
        $this->spans = $counts->spans();
        $this->bodies = Lanes::bodies($shoot)->mapWithKeys(fn ($body): array => [$body->id => $body->inWords()])->all();
        $this->places = app(Places::class)->used($shoot->studio_id)->pluck('name', 'name')->all();
    }

    /** @return array<string, int> kind => number of files */
    public function kinds(int $card): array
    {
        return array_column($this->files[$card]['kinds'] ?? [], 'n', 'kind');
    }

    /** @return list<string> in words */
    public function bodies(int $card): array
    {
        $ids = $this->spans[$card]['bodies'] ?? [];

        return array_values(array_filter(array_map(fn (int $id): string => $this->bodies[$id] ?? '', $ids)));
    }

    /** @return array{int, int}|null instants of the first and last frame, in milliseconds */
    public function span(int $card): ?array
    {
        $span = $this->spans[$card] ?? null;

        return $span === null ? null : [$span['first'], $span['last']];
    }

    /** @param  'ticked'|'bytes'|'own'|'skipped'  $what */
    public function sum(int $card, string $what): int
    {
        return (int) array_sum(array_column($this->files[$card]['kinds'] ?? [], $what));
    }

    /** When the copy that was read back longest ago was, in words. */
    public function verifiedAt(int $card): ?string
    {
        $at = $this->files[$card]['verified'] ?? null;

        return $at === null
            ? null
            : CarbonImmutable::parse($at)->setTimezone($this->shoot->zone)->format('D j M Y, H:i');
    }

    /** @return list<int> files that cannot be read, or could not be copied yet */
    public function troubled(int $card): array
    {
        return $this->files[$card]['troubled'] ?? [];
    }

    /** @return array<string, int> place => files without a verified copy there; places that lack none are left out */
    public function missing(int $card): array
    {
        $copied = $this->files[$card]['copied'] ?? [];
        $own = $this->sum($card, 'own');
        $missing = array_map(fn (string $place): int => max(0, $own - ($copied[$place] ?? 0)), $this->places);

        return array_filter($missing);
    }
}
