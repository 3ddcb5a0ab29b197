<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Database\Eloquent\Builder;
use Kanpai\Core\Card\UnableToCopy;

/** Copies a card to all places with proof; the card is called safe when every file has enough of them. */
final class CopyCard extends WorkInTurns
{
    /** @var array<string, string> place => why it failed in this turn */
    private array $failed = [];

    protected function turn(Task $task): bool
    {
        $card = Card::query()->findOrFail((int) substr($task->subject, 5));
        /** @var array<string, string> $places */
        $places = (array) config('kanpai.places');
        $this->failed = [];
        $done = (int) $this->files($card, $places, true)->sum('size');
        $task->begin($card->bytes);
        foreach ($this->files($card, $places, false)->with('copies')->orderBy('id')->lazyById(200) as $file) {
            try {
                $this->copy($card, $file, $places);
            } catch (UnableToCopy $reason) {
                $task->fail($reason->getMessage());

                return false;
            }
            $done += $file->size;
            if (! $task->reach($done) || $this->isTurnOver()) {
                return false;
            }
        }
        if ($this->failed !== []) {
            $task->fail(implode(' ', $this->failed).(count($this->failed) < count($places) ? ' The other places have all files.' : ''));

            return false;
        }
        if ($card->isSafeAfterProof()) {
            MakePreviews::ofCard($card);
        }

        return true;
    }

    /** @param  array<string, string>  $places */
    private function copy(Card $card, CardFile $file, array $places): void
    {
        $there = $file->copies->where('hash', $file->hash)->pluck('place')->all();
        $wanted = array_diff_key($places, array_flip($there), $this->failed);
        if ($wanted === []) {
            return;
        }
        if ($file->destination === '') {
            $file->destination = $card->folder().'/'.self::below($file->path);
            $file->save();
        }
        foreach (app(FileCopier::class)->copy($file, $card->slot, $wanted) as $place => $reason) {
            $this->failed[$place] = $reason->getMessage();
        }
    }

    /** Folders of the card below DCIM, so that equal names from two folders never meet. */
    private static function below(string $path): string
    {
        return str_starts_with($path, 'DCIM/') ? substr($path, 5) : $path;
    }

    /**
     * @param  array<string, string>  $places
     * @return Builder<CardFile>
     */
    private function files(Card $card, array $places, bool $areProved): Builder
    {
        return CardFile::query()->where('card_id', $card->id)
            ->whereHas('copies', fn (Builder $query) => $query->whereIn('place', array_keys($places))->whereColumn('copies.hash', 'files.hash'), $areProved ? '>=' : '<', count($places));
    }
}
