<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\KeptFigures;
use App\Studio\Revised;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use stdClass;

/**
 * What is counted of the cards of a shoot for its page: kept until a file, a copy or a frame of theirs changes, and
 * counted in as many queries for one card as for ten.
 *
 * @phpstan-type Kind array{kind: string, n: int, ticked: int, bytes: int, own: int, skipped: int}
 * @phpstan-type Counts array{kinds?: list<Kind>, copied?: array<string, int>, verified?: string, troubled?: list<int>}
 * @phpstan-type Span array{first: int, last: int, bodies: list<int>}
 */
final readonly class CardCounts
{
    /** @param  list<int>  $cards */
    public function __construct(private Shoot $shoot, private array $cards)
    {
    }

    /**
     * @return array<int, Counts> card => its files by kind (`own` are ticked and rest on no other card), place =>
     *     sound copies there, when the copy that was read back longest ago was, and the files that cannot be read or
     *     could not be copied yet
     */
    public function files(): array
    {
        $kept = KeptFigures::fromCards($this->shoot->id, $this->cards)->get(
            'files',
            fn (): array => [
                $this->shoot->id => array_replace_recursive(
                    $this->kinds(),
                    $this->copied(),
                    $this->verified(),
                    $this->troubled(),
                ),
            ],
        );

        return $kept[$this->shoot->id] ?? [];
    }

    /** @return array<int, Span> card => its first and last instant in milliseconds, and its bodies */
    public function spans(): array
    {
        $kept = KeptFigures::from([$this->shoot->id], Revised::Frames, Revised::Cards)->get(
            'spans',
            fn (): array => [$this->shoot->id => $this->spansOfFrames()],
        );

        return $kept[$this->shoot->id] ?? [];
    }

    /** @return array<int, Span> */
    private function spansOfFrames(): array
    {
        return DB::table('frames')
            ->where('shoot_id', $this->shoot->id)
            ->whereIn('card_id', $this->cards)
            ->groupBy('card_id')
            ->selectRaw('card_id, MIN(taken_ms) AS first, MAX(taken_ms) AS last')
            ->selectRaw('GROUP_CONCAT(DISTINCT body_id) AS bodies')
            ->get()
            ->keyBy('card_id')
            ->map(fn (stdClass $span): array => [
                'first' => (int) $span->first,
                'last' => (int) $span->last,
                'bodies' => array_map(intval(...), explode(',', (string) $span->bodies)),
            ])
            ->all();
    }

    /** @return array<int, array{kinds: list<Kind>}> */
    private function kinds(): array
    {
        $rows = DB::table('files')
            ->whereIn('card_id', $this->cards)
            ->groupBy('card_id', 'kind')
            ->selectRaw('card_id, kind, COUNT(*) AS n, SUM(is_ticked) AS ticked, SUM(is_ticked * size) AS bytes')
            ->selectRaw('SUM(is_ticked AND same_as_id IS NULL) AS own, SUM(same_as_id IS NOT NULL) AS skipped');
        $kinds = [];
        foreach ($rows->get() as $row) {
            $kinds[(int) $row->card_id]['kinds'][] = [
                'kind' => (string) $row->kind,
                'n' => (int) $row->n,
                'ticked' => (int) $row->ticked,
                'bytes' => (int) $row->bytes,
                'own' => (int) $row->own,
                'skipped' => (int) $row->skipped,
            ];
        }

        return $kinds;
    }

    /** @return array<int, array{copied: array<string, int>}> */
    private function copied(): array
    {
        $rows = DB::table('copies')
            ->whereIn('card_id', $this->cards)
            ->where('is_sound', true)
            ->groupBy('card_id', 'place')
            ->selectRaw('card_id, place, COUNT(*) AS n');
        $copied = [];
        foreach ($rows->get() as $row) {
            $copied[(int) $row->card_id]['copied'][(string) $row->place] = (int) $row->n;
        }

        return $copied;
    }

    /** @return array<int, array{verified: string}> */
    private function verified(): array
    {
        return DB::table('copies')
            ->whereIn('card_id', $this->cards)
            ->groupBy('card_id')
            ->selectRaw('card_id, MIN(verified_at) AS last')
            ->pluck('last', 'card_id')
            ->map(fn ($last): array => ['verified' => (string) $last])
            ->all();
    }

    /** @return array<int, array{troubled: list<int>}> in the order of paths */
    private function troubled(): array
    {
        $isTroubled = fn ($query) => $query
            ->whereNotNull('problem')
            ->orWhere(fn ($open) => $open->whereNotNull('copy_problem')->whereNull('hash'));
        $rows = DB::table('files')->whereIn('card_id', $this->cards)->where($isTroubled)->orderBy('path');
        $troubled = [];
        foreach ($rows->get(['id', 'card_id']) as $row) {
            $troubled[(int) $row->card_id]['troubled'][] = (int) $row->id;
        }

        return $troubled;
    }
}
