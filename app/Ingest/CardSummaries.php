<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Copies\Places;
use App\Frames\Frame;
use App\Studio\Shoot;
use App\Studio\Task;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** All cards of a shoot as the ingest page shows them, the last first. */
final class CardSummaries
{
    private const STRIP = 9;

    /** @return list<CardSummary> */
    public function of(Shoot $shoot): array
    {
        $cards = Card::query()
            ->where('shoot_id', $shoot->id)
            ->orderByDesc('number')
            ->get()
            ->each(fn (Card $card) => $card->setRelation('shoot', $shoot));
        $ids = $cards->modelKeys();
        $tasks = [];
        foreach (
            Task::query()
                ->where('shoot_id', $shoot->id)
                ->whereIn('subject', $cards->map(fn (Card $card): string => $card->subject()))
                ->orderBy('id')
                ->get() as $task
        ) {
            $tasks[$task->subject][$task->kind] = $task;
        }
        $kinds = DB::table('files')
            ->whereIn('card_id', $ids)
            ->groupBy('card_id', 'kind')
            ->selectRaw('card_id, kind, COUNT(*) AS n')
            ->get()
            ->groupBy('card_id');
        $sums = DB::table('files')
            ->whereIn('card_id', $ids)
            ->groupBy('card_id')
            ->selectRaw(
                'card_id, SUM(is_ticked) AS ticked, SUM(is_ticked * size) AS bytes, SUM(is_ticked AND same_as_id '.
                    'IS NULL) AS own, SUM(same_as_id IS NOT NULL) AS skipped',
            )
            ->get()
            ->keyBy('card_id');
        $spans = DB::table('frames')
            ->whereIn('card_id', $ids)
            ->groupBy('card_id')
            ->selectRaw(
                'card_id, MIN(taken_ms) AS first, MAX(taken_ms) AS last, GROUP_CONCAT(DISTINCT body_id) AS bodies',
            )
            ->get()
            ->keyBy('card_id');
        $proved = DB::table('copies')
            ->join('files', 'files.id', '=', 'copies.file_id')
            ->whereIn('files.card_id', $ids)
            ->groupBy('files.card_id')
            ->selectRaw('files.card_id, MIN(copies.proved_at) AS last')
            ->pluck('last', 'card_id');
        $used = app(Places::class)->used($shoot->studio_id)->pluck('name', 'name')->all();
        $standing = DB::table('copies')
            ->join('files', 'files.id', '=', 'copies.file_id')
            ->whereIn('files.card_id', $ids)
            ->where('files.is_ticked', true)
            ->whereColumn('copies.hash', 'files.hash')
            ->groupBy('files.card_id', 'copies.place')
            ->selectRaw('files.card_id, copies.place, COUNT(*) AS n')
            ->get()
            ->groupBy('card_id');
        $bodies = Lanes::bodies($shoot)->keyBy('id');
        $summaries = [];
        foreach ($cards as $card) {
            $span = $spans->get($card->id);
            $sum = $sums->get($card->id);
            $summaries[] = new CardSummary(
                $card,
                $tasks[$card->subject()] ?? [],
                ($kinds->get($card->id) ?? collect())->pluck('n', 'kind')->map(fn ($n): int => (int) $n)->all(),
                $span === null
                    ? []
                    : array_values(
                        array_filter(
                            array_map(
                                fn (string $id): string => $bodies->get((int) $id)?->inWords() ?? '',
                                explode(',', (string) $span->bodies),
                            ),
                        ),
                    ),
                $span === null ? null : [(int) $span->first, (int) $span->last],
                $this->strip($card),
                $card->safety(),
                (int) ($sum->ticked ?? 0),
                (int) ($sum->bytes ?? 0),
                (int) ($sum->skipped ?? 0),
                $card
                    ->files()
                    ->where(
                        fn ($query) => $query
                            ->whereNotNull('problem')
                            ->orWhere(fn ($open) => $open->whereNotNull('copy_problem')->whereNull('hash')),
                    )
                    ->orderBy('path')
                    ->get(),
                isset($proved[$card->id])
                    ? CarbonImmutable::parse($proved[$card->id])->setTimezone($shoot->zone)->format('D j M Y, H:i')
                    : null,
                array_filter(
                    array_map(
                        fn (int $there): int => max(0, (int) ($sum->own ?? 0) - $there),
                        array_map(
                            fn (string $place): int => (int) ($standing->get($card->id)?->firstWhere('place', $place)
                                ->n ?? 0),
                            $used,
                        ),
                    ),
                ),
            );
        }

        return $summaries;
    }

    /** @return \Illuminate\Database\Eloquent\Collection<int, Frame> */
    private function strip(Card $card): \Illuminate\Database\Eloquent\Collection
    {
        $step = max(1, intdiv($card->frames_count, self::STRIP));
        $numbered = Frame::query()
            ->where('card_id', $card->id)
            ->whereNotNull('small_path')
            ->selectRaw('id, ROW_NUMBER() OVER (ORDER BY taken_ms, id) - 1 AS place');
        $ids = DB::query()
            ->fromSub($numbered, 'numbered')
            ->whereRaw('place MOD ? = 0', [$step])
            ->orderBy('place')
            ->limit(self::STRIP)
            ->pluck('id')
            ->all();

        return Frame::query()->whereKey($ids)->orderBy('taken_ms')->orderBy('id')->get();
    }
}
