<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Copies\Copy;
use App\Copies\Place;
use App\Copies\Places;
use App\Copies\TargetFile;
use App\Frames\CardFile;
use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Collection;

/**
 * Reads every copy of a card again and compares it with the card's checksum. What is damaged or gone is noted, and
 * withdraws the card's safety; nothing is changed in any place.
 */
final class VerifyCopies extends WorkInTurns
{
    public const KIND = 'verify';

    public const UNIT = 'copies';

    /** @param  string|null  $place  none for all places in which the card has copies */
    public function __construct(int $taskId, private readonly ?string $place = null)
    {
        parent::__construct($taskId);
    }

    /** Reads the copies of a card again, unless somebody is at them. */
    public static function ofCard(Card $card, ?Place $place = null): void
    {
        if (! self::isUnderWay($card) && ! CopyCard::isUnderWay($card)) {
            $where = $place === null ? '' : " on “{$place->name}”";
            self::open($card, "Reading the copies of card {$card->number}{$where} again", 0, $place?->name);
        }
    }

    /** Checks a disk: every card of the studio that has copies there. Says how many there are. */
    public static function ofPlace(Place $place, int $studio): int
    {
        $cards = Card::query()
            ->whereIn('shoot_id', Shoot::query()->where('studio_id', $studio)->select('id'))
            ->whereHas('files.copies', fn (Builder $copies) => $copies->where('place', $place->name))
            ->with('shoot')
            ->orderBy('id')
            ->get();
        foreach ($cards as $card) {
            self::ofCard($card, $place);
        }

        return $cards->count();
    }

    protected function turn(Task $task): bool
    {
        $card = $task->about(Card::class);
        $places = app(Places::class)
            ->all($card->shoot->studio_id)
            ->when($this->place !== null, fn ($all) => $all->where('name', $this->place));
        $away = $places->reject(fn (Place $place): bool => $place->isThere())->pluck('name');
        if (! $this->readAll($task, $card, $places->whereNotIn('name', $away)->pluck('path', 'name')->all())) {
            return false;
        }
        self::updateSafety($card);

        return $this->tellUnseen($task, $card, $away);
    }

    /** Of the card, and of those on whose copies it rests. */
    private static function updateSafety(Card $card): void
    {
        $card->updateSafety();
        $others = CardFile::query()->whereIn('id', $card->files()->whereNotNull('same_as_id')->select('same_as_id'));
        foreach (Card::query()->whereIn('id', $others->select('card_id'))->get() as $other) {
            $other->updateSafety();
        }
    }

    /**
     * Reads what was not read since the task was opened; a disk that is not plugged in has lost nothing.
     *
     * @param  array<string, string>  $folders  place => folder
     */
    private function readAll(Task $task, Card $card, array $folders): bool
    {
        $files = CardFile::query()->where('card_id', $card->id)->selectRaw('COALESCE(same_as_id, id)');
        $copies = Copy::query()->whereIn('file_id', $files)->whereIn('place', array_keys($folders));
        $task->begin($copies->count());
        $left = $copies->where('verified_at', '<', $task->created_at->format('Y-m-d H:i:s.v'));
        $done = $task->total - $left->count();
        foreach ($left->with('file')->orderBy('id')->lazyById(200) as $copy) {
            $hash = TargetFile::readBack("{$folders[$copy->place]}/{$copy->file->destination}");
            $copy->update(['hash' => $hash, 'verified_at' => now()]);
            if (! $task->reach(++$done) || $this->isTurnOver()) {
                return false;
            }
        }

        return true;
    }

    /** @param  Collection<int, string>  $away  places whose disks are not plugged in */
    private function tellUnseen(Task $task, Card $card, Collection $away): bool
    {
        $unseen = $away->filter(
            fn (string $name): bool => Copy::query()
                ->where('place', $name)
                ->whereIn('file_id', $card->files()->select('id'))
                ->exists(),
        );
        if ($unseen->isEmpty()) {
            return true;
        }
        $names = $unseen->map(fn (string $name): string => "“{$name}”")->implode(', ');
        $task->fail("Not looked at: {$names}, whose disk is not plugged in. All other copies were read again.");

        return false;
    }
}
