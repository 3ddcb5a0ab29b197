<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Frames\CardFile;
use App\Frames\Frame;
use App\Ingest\Upload\Arrival;
use App\Studio\KeptFigures;
use App\Studio\Shoot;
use App\Studio\Task;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Copies\CardSafety;

/** All cards of a shoot as the ingest page shows them, the last first. */
final class CardSummaries
{
    private const STRIP = 9;

    /** @return list<CardSummary> */
    public function of(Shoot $shoot): array
    {
        $cards = Card::query()
            ->where('shoot_id', $shoot->id)
            ->withCount(['arrivals', 'arrivals AS arrived_count' => self::arrived(...)])
            ->orderByDesc('number')
            ->get();
        $cards->each(fn (Card $card) => $card->setRelation('shoot', $shoot));
        $ids = array_values(array_map(intval(...), $cards->modelKeys()));
        $facts = new CardFacts($shoot, $ids);
        $groups = self::filesByCopies($shoot, $ids);
        $required = max(1, $shoot->studio->copies_required);
        $tasks = $this->tasks($shoot, $cards);

        return array_values($cards->map(
            fn (Card $card): CardSummary => $this->one(
                $card,
                $tasks[$card->id] ?? [],
                $facts,
                CardSafety::ofGroups($groups[$card->id] ?? [], $required),
            ),
        )->all());
    }

    /** @param  Builder<Arrival>  $arrivals */
    private static function arrived(Builder $arrivals): void
    {
        $arrivals->whereNotNull('arrived_at');
    }

    /**
     * Kept until a copy changes on any card of the studio, since files rest on those of other shoots.
     *
     * @param  list<int>  $cards
     * @return array<int, list<array{copies: int, isTicked: bool, files: int}>>
     */
    private static function filesByCopies(Shoot $shoot, array $cards): array
    {
        $all = Card::query()->whereIn('shoot_id', $shoot->studio->shoots()->select('id'))->orderBy('id')->pluck('id');
        $kept = KeptFigures::fromCards($shoot->id, array_values($all->all()))->get(
            'safety',
            fn (): array => [$shoot->id => Card::filesByCopies($cards)],
        );

        return $kept[$shoot->id] ?? [];
    }

    /** @param  array<string, Task>  $tasks  by kind */
    private function one(Card $card, array $tasks, CardFacts $facts, CardSafety $safety): CardSummary
    {
        return new CardSummary(
            $card,
            $tasks,
            $facts->kinds($card->id),
            $facts->bodies($card->id),
            $facts->span($card->id),
            $this->strip($card),
            $safety,
            $facts->sum($card->id, 'ticked'),
            $facts->sum($card->id, 'bytes'),
            $facts->sum($card->id, 'skipped'),
            CardFile::query()->whereKey($facts->troubled($card->id))->orderBy('path')->get(),
            $facts->verifiedAt($card->id),
            $facts->missing($card->id),
        );
    }

    /**
     * @param  Collection<int, Card>  $cards
     * @return array<int, array<string, Task>> card => kind => the last task
     */
    private function tasks(Shoot $shoot, Collection $cards): array
    {
        $tasks = [];
        $all = Task::query()
            ->where(['shoot_id' => $shoot->id, 'subject_type' => (new Card())->getMorphClass()])
            ->whereIn('subject_id', $cards->modelKeys())
            ->orderBy('id')
            ->get();
        foreach ($all as $task) {
            $tasks[$task->subject_id][$task->kind] = $task;
        }

        return $tasks;
    }

    /** @return Collection<int, Frame> */
    private function strip(Card $card): Collection
    {
        $step = max(1, intdiv($card->frames_count, self::STRIP));
        $numbered = Frame::query()
            ->where('card_id', $card->id)
            ->where('is_pictured', true)
            ->selectRaw('id, ROW_NUMBER() OVER (ORDER BY id) - 1 AS place');
        $ids = DB::query()
            ->fromSub($numbered, 'numbered')
            ->whereRaw('place MOD ? = 0', [$step])
            ->orderBy('place')
            ->limit(self::STRIP)
            ->pluck('id')
            ->all();

        return Frame::query()->whereKey($ids)->whereNotNull('small_path')->orderBy('taken_ms')->orderBy('id')->get();
    }
}
