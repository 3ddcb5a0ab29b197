<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Copies\Place;
use App\Copies\Places;
use App\Copies\Verify\CopyInHand;
use App\Frames\CardFile;
use App\Ingest\Upload\ArrivalsFolder;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Copies\Concern;
use Kanpai\Core\Copies\UnableToCopy;

/**
 * Copies the ticked files of a card to all places with proof; the card is called safe when every file has enough of
 * them.
 *
 * A file that cannot be read is named and the others go on; so is a place. Only a card that is gone ends the work.
 */
final class CopyCard extends WorkInTurns
{
    public const KIND = 'copy';

    public const UNIT = 'bytes';

    /** Files named in a problem; the report has them all. */
    private const NAMED = 5;

    /** Files that may wait for their proofs while the next is read. */
    private const IN_HAND = 4;

    /** @var array<string, UnableToCopy> place => why it failed */
    private array $failed = [];

    /** Under the lock of the card, so that nobody takes it out of the shoot meanwhile. */
    public static function start(Card $card): void
    {
        DB::transaction(function () use ($card): void {
            if (Card::query()->whereKey($card->id)->lockForUpdate()->exists()) {
                self::open($card, "Copying card {$card->number}", $card->bytes);
            }
        });
    }

    protected function turn(Task $task): bool
    {
        $card = $task->about(Card::class);
        $places = app(Places::class)->used($card->shoot->studio_id);
        $names = array_values($places->map(fn (Place $place): string => $place->name)->all());
        if (! is_dir($card->slot)) {
            $why = UnusableSlot::isGone($card->name)->getMessage();
            $ask = 'Is the card still in its slot? Put it back and go on; what is verified stays verified.';
            $task->fail("{$why} {$ask}");

            return false;
        }
        app(KnownContents::class)->letGoOfLost($card);
        app(Naming::class)->fix($card);
        [$done, $pieces] = $this->verified($card, $names);
        $task->beginWith($done, (int) $this->ticked($card)->sum('size'), $pieces, $this->ticked($card)->count());
        $this->failed = app(Places::class)->troubles($places, $this->needs($card, $names));
        if ($this->cannotBegin($done === $task->resumed_from, count($names))) {
            $task->fail(implode(' ', $this->said()));

            return false;
        }

        return $this->copyAll($task, $card, $places, $done, $pieces) && $this->conclude($task, $card, $names);
    }

    /** Without room for what is known to come, nothing is begun; once begun, the other places go on. */
    private function cannotBegin(bool $isFirstTurn, int $places): bool
    {
        $isFull = fn (UnableToCopy $reason): bool => $reason->about === Concern::Room;

        return ($isFirstTurn && array_filter($this->failed, $isFull) !== []) || count($this->failed) === $places;
    }

    /** The previews, which waited for the last copies, come to their end. */
    protected function over(Task $task): void
    {
        MakePreviews::ofCard($task->about(Card::class));
    }

    /** @param  Collection<int, Place>  $places */
    private function copyAll(Task $task, Card $card, Collection $places, int $done, int $pieces): bool
    {
        $folders = $places->pluck('path', 'name')->all();
        $copier = app(FileCopier::class);
        $settle = function (bool $all) use ($copier, $card, $places, &$done, &$pieces): void {
            foreach ($copier->finished($all) as $copied) {
                $this->noteFailures($copied, $places);
                $done += $copied->file->size;
                if (++$pieces === 1) {
                    MakePreviews::ofCard($card);
                }
            }
        };
        try {
            foreach (
                $this->left($card, array_keys($folders), $task)->with('copies')->orderBy('id')->lazyById(200) as $file
            ) {
                $file->setRelation('card', $card);
                $there = $file->copies->where('hash', $file->hash)->pluck('place')->all();
                $wanted = array_diff_key($folders, array_flip($there), $this->failed);
                if ($wanted === []) {
                    continue;
                }
                try {
                    $copier->copy($file, $card, $wanted, function (int $bytes) use ($task, &$done, &$pieces): bool {
                        return $task->reach($done + $bytes, $pieces);
                    });
                } catch (UnableToCopy $reason) {
                    if ($reason->about === Concern::Wish) {
                        return false;
                    }
                    if (! is_dir($card->slot)) {
                        $settle(true);
                        $task->fail(UnableToCopy::cardIsOut($file->shown())->getMessage());

                        return false;
                    }
                    $this->note($file, $reason);
                }
                $settle($copier->pending() >= self::IN_HAND);
                if (! $task->reach($done, $pieces) || $this->isTurnOver()) {
                    return false;
                }
            }
        } finally {
            $settle(true);
        }

        return true;
    }

    /** @param  Collection<int, Place>  $places */
    private function noteFailures(CopyInHand $copied, Collection $places): void
    {
        foreach ($copied->failures as $name => $reason) {
            $place = $places->firstWhere('name', $name);
            $isWell =
                $place !== null &&
                $reason->about === Concern::File &&
                app(Places::class)->troubles([$place], []) === [];
            $isWell ? $this->note($copied->file, $reason) : ($this->failed[$name] = $reason);
        }
    }

    private function note(CardFile $file, UnableToCopy $reason): void
    {
        $file->update([
            'copy_problem' => mb_substr(mb_scrub($reason->getMessage(), 'UTF-8'), 0, 500),
            'copy_failed_at' => now(),
        ]);
    }

    /** @param  list<string>  $names */
    private function conclude(Task $task, Card $card, array $names): bool
    {
        $isSafe = $card->updateSafety();
        if ($isSafe) {
            ArrivalsFolder::remove($card);
        }
        $open = $this->left($card, $names)->orderBy('id')->get();
        if ($open->isEmpty()) {
            return true;
        }
        $named = $open->filter(
            fn (CardFile $file): bool => $file->copy_problem !== null && $file->copy_failed_at >= $task->created_at,
        );
        $said = [...$this->said(), ...$this->named($named)];
        if ($this->failed !== [] && $named->isEmpty()) {
            $said[] = 'The other places have all files.';
        } elseif (! $isSafe) {
            $all = $this->ticked($card)->count();
            $there = number_format($all - $open->count());
            $said[] = "{$there} of ".number_format($all).' files have verified copies in all places.';
        }
        $task->fail(implode(' ', $said));

        return false;
    }

    /**
     * @param  Collection<int, CardFile>  $files  that could not be copied
     * @return list<string>
     */
    private function named(Collection $files): array
    {
        $problem = (string) $files->first()?->copy_problem;
        if ($files->count() < 2) {
            return $files->isEmpty() ? [] : [$problem];
        }
        $names = $files->take(self::NAMED)->map(fn (CardFile $file): string => $file->shown())->implode(', ');
        $more = $files->count() > self::NAMED ? ' and more' : '';

        return ["{$files->count()} files could not be copied: {$names}{$more}. {$problem}"];
    }

    /**
     * @param  list<string>  $names
     * @return array{int, int} bytes and files that stand in all places
     */
    private function verified(Card $card, array $names): array
    {
        $row = $this->ticked($card)
            ->where(
                fn (Builder $query) => $query
                    ->whereNotNull('same_as_id')
                    ->orWhereHas('copies', $this->well($names), '>=', count($names)),
            )
            ->toBase()
            ->selectRaw('COALESCE(SUM(size), 0) AS bytes, COUNT(*) AS files')
            ->first();

        return [(int) ($row->bytes ?? 0), (int) ($row->files ?? 0)];
    }

    /**
     * @param  list<string>  $names
     * @return array<string, int> place => bytes that are still to be written there
     */
    private function needs(Card $card, array $names): array
    {
        $needs = [];
        foreach ($names as $name) {
            $needs[$name] = (int) $this->ticked($card)
                ->whereNull('same_as_id')
                ->whereDoesntHave('copies', $this->well([$name]))
                ->sum('size');
        }

        return $needs;
    }

    /** @return list<string> */
    private function said(): array
    {
        return array_values(array_map(fn (UnableToCopy $reason): string => $reason->getMessage(), $this->failed));
    }

    /** @return Builder<CardFile> */
    private function ticked(Card $card): Builder
    {
        return CardFile::query()->where(['card_id' => $card->id, 'is_ticked' => true]);
    }

    /**
     * @param  list<string>  $names
     * @param  Task|null  $since  leaves out what failed since that task was opened
     * @return Builder<CardFile>
     */
    private function left(Card $card, array $names, ?Task $since = null): Builder
    {
        $query = $this->ticked($card)
            ->whereNull('same_as_id')
            ->whereHas('copies', $this->well($names), '<', count($names));
        if ($since !== null) {
            $query->where(
                fn (Builder $own) => $own
                    ->whereNull('copy_failed_at')
                    ->orWhere('copy_failed_at', '<', $since->created_at->format('Y-m-d H:i:s.v')),
            );
        }

        return $query;
    }

    /**
     * Copies in these places that are the same as on the card.
     *
     * @param  list<string>  $names
     */
    private function well(array $names): \Closure
    {
        return fn (Builder $copies) => $copies->whereIn('place', $names)->whereColumn('copies.hash', 'files.hash');
    }
}
