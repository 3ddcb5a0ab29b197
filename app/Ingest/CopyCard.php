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

    /** Bytes and files that are in all places. */
    private int $bytes = 0;

    private int $files = 0;

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
        if (! is_dir($card->slot)) {
            $gone = UnusableSlot::isGone($card->name)->getMessage();
            $task->fail("{$gone} Is the card still in its slot? Put it back, go on; what is verified stays verified.");

            return false;
        }
        $places = app(Places::class)->used($card->shoot->studio_id);
        $names = array_values($places->map(fn (Place $place): string => $place->name)->all());
        $this->begin($task, $card, $names);
        $this->failed = app(Places::class)->troubles($places, $this->needs($card, $names));
        if ($this->cannotBegin($this->bytes === $task->resumed_from, count($names))) {
            $task->fail(implode(' ', $this->said()));

            return false;
        }

        return $this->copyAll($task, $card, $places) && $this->conclude($task, $card, $names);
    }

    /** @param  list<string>  $names */
    private function begin(Task $task, Card $card, array $names): void
    {
        app(KnownContents::class)->letGoOfLost($card);
        app(Naming::class)->fix($card);
        [$this->bytes, $this->files] = $this->verified($card, $names);
        $all = $this->ticked($card);
        $task->beginWith($this->bytes, (int) $all->clone()->sum('size'), $this->files, $all->count());
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
    private function copyAll(Task $task, Card $card, Collection $places): bool
    {
        $folders = $places->pluck('path', 'name')->all();
        $copier = app(FileCopier::class);
        try {
            $left = $this->left($card, array_keys($folders), $task)->with('copies')->orderBy('id');
            foreach ($left->lazyById(200) as $file) {
                $file->setRelation('card', $card);
                $missing = array_diff_key($folders, array_flip(self::verifiedPlaces($file)), $this->failed);
                if ($missing !== [] && ! $this->copyOne($copier, $task, $file, $missing)) {
                    return false;
                }
                $this->settle($copier, $card, $places, $copier->pending() >= self::IN_HAND);
                if (! $task->reach($this->bytes, $this->files) || $this->isTurnOver()) {
                    return false;
                }
            }
        } finally {
            $this->settle($copier, $card, $places, true);
        }

        return true;
    }

    /** @return list<string> */
    private static function verifiedPlaces(CardFile $file): array
    {
        return array_values($file->copies->where('hash', $file->hash)->pluck('place')->map(strval(...))->all());
    }

    /**
     * @param  array<string, string>  $places  name => folder
     * @return bool whether to go on with the next file
     */
    private function copyOne(FileCopier $copier, Task $task, CardFile $file, array $places): bool
    {
        try {
            $goesOn = fn (int $bytes): bool => $task->reach($this->bytes + $bytes, $this->files);
            $copier->copy($file, $file->card, $places, $goesOn);
        } catch (UnableToCopy $reason) {
            if ($reason->about === Concern::Wish) {
                return false;
            }
            if (! is_dir($file->card->slot)) {
                $task->fail(UnableToCopy::cardIsOut($file->shown())->getMessage());

                return false;
            }
            $this->note($file, $reason);
        }

        return true;
    }

    /**
     * Takes up what is verified.
     *
     * @param  Collection<int, Place>  $places
     * @param  bool  $all  whether to wait for what is still in hand
     */
    private function settle(FileCopier $copier, Card $card, Collection $places, bool $all): void
    {
        foreach ($copier->finished($all) as $copied) {
            $this->noteFailures($copied, $places);
            $this->bytes += $copied->file->size;
            if (++$this->files === 1) {
                MakePreviews::ofCard($card);
            }
        }
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
        if ($open->isNotEmpty()) {
            $task->fail(implode(' ', [...$this->said(), ...$this->shortfall($task, $card, $open, $isSafe)]));
        }

        return $open->isEmpty();
    }

    /**
     * @param  Collection<int, CardFile>  $open  that are not in all places
     * @return list<string>
     */
    private function shortfall(Task $task, Card $card, Collection $open, bool $isSafe): array
    {
        $named = $open->filter(
            fn (CardFile $file): bool => $file->copy_problem !== null && $file->copy_failed_at >= $task->created_at,
        );
        if ($this->failed !== [] && $named->isEmpty()) {
            return ['The other places have all files.'];
        }
        $all = $this->ticked($card)->count();
        $there = number_format($all - $open->count());
        $sum = "{$there} of ".number_format($all).' files have verified copies in all places.';

        return [...$this->named($named), ...$isSafe ? [] : [$sum]];
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
     * @return array{int, int} bytes and files that are in all places
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
