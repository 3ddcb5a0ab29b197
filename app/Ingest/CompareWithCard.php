<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Frames\CardFile;
use App\Ingest\Rack\Rack;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Kanpai\Core\Copies\ReadOnceCopy;
use Kanpai\Core\Copies\UnableToCopy;

/**
 * Reads a card a second time and compares it with what was copied, for those who mistrust their reader: a bit that the
 * reader turned is in every copy, and no copy tells. What differs is to be copied again.
 */
final class CompareWithCard extends WorkInTurns
{
    public const KIND = 'compare';

    public const UNIT = 'bytes';

    protected function turn(Task $task): bool
    {
        $card = $task->about(Card::class);
        if (! is_dir($card->slot)) {
            $gone = UnusableSlot::isGone($card->name)->getMessage();
            $task->fail("{$gone} Put it back into its slot, then compare again.");

            return false;
        }
        $files = CardFile::query()->where('card_id', $card->id);
        $since = $task->created_at->format('Y-m-d H:i:s.v');
        $compared = $files->clone()->where('compared_at', '>=', $since);
        self::begin($task, $compared, self::toCompare($files->clone(), $since));

        return $this->compareAll($task, $card, self::left($files, $since)) &&
            $this->conclude($task, $card, $compared->whereNull('hash')->orderBy('id')->get());
    }

    /**
     * @param  Builder<CardFile>  $files
     * @return Builder<CardFile> those that are copied, or were until they were compared
     */
    private static function toCompare(Builder $files, string $since): Builder
    {
        return $files->where(fn (Builder $own) => $own->whereNotNull('hash')->orWhere('compared_at', '>=', $since));
    }

    /**
     * @param  Builder<CardFile>  $files
     * @return Builder<CardFile> copied files that were not compared since
     */
    private static function left(Builder $files, string $since): Builder
    {
        return $files
            ->whereNotNull('hash')
            ->where(fn (Builder $own) => $own->whereNull('compared_at')->orWhere('compared_at', '<', $since));
    }

    /**
     * @param  Builder<CardFile>  $compared
     * @param  Builder<CardFile>  $copied
     */
    private static function begin(Task $task, Builder $compared, Builder $copied): void
    {
        $task->beginWith(
            (int) $compared->clone()->sum('size'),
            (int) $copied->clone()->sum('size'),
            $compared->clone()->count(),
            $copied->clone()->count(),
        );
    }

    /** @param  Builder<CardFile>  $left */
    private function compareAll(Task $task, Card $card, Builder $left): bool
    {
        [$done, $pieces] = [$task->done, $task->pieces];
        foreach ($left->orderBy('id')->lazyById(200) as $file) {
            if (! $this->isOut($card) && ! $this->isThere($card, $file)) {
                $task->fail(UnableToCopy::isAnother($file->shown())->getMessage().' Nothing was changed.');

                return false;
            }
            $this->compare($card, $file);
            if ($this->isOut($card)) {
                $task->fail(UnableToCopy::cardIsOut($file->shown())->getMessage());

                return false;
            }
            $done += $file->size;
            if (! $task->reach($done, ++$pieces) || $this->isTurnOver()) {
                return false;
            }
        }

        return true;
    }

    /** @param  Collection<int, CardFile>  $different  files that came differently this time */
    private function conclude(Task $task, Card $card, Collection $different): bool
    {
        if ($different->isEmpty()) {
            return true;
        }
        $card->updateSafety();
        $named = $different->take(5)->map(fn (CardFile $file): string => $file->shown())->implode(', ');
        $task->fail(
            "{$different->count()} of {$task->pieces_total} files came differently from the card this time: {$named}. ".
                'Try another reader, and copy them again.',
        );

        return false;
    }

    private function isOut(Card $card): bool
    {
        clearstatcache(true, $card->slot);

        return ! is_dir($card->slot);
    }

    /** Another card may be in the slot by now; it says nothing about this one. */
    private function isThere(Card $card, CardFile $file): bool
    {
        clearstatcache(true, $card->slot.'/'.$file->path);
        $facts = @stat($card->slot.'/'.$file->path);

        return $facts !== false && max(0, $facts['mtime']) === $file->modified_at;
    }

    private function compare(Card $card, CardFile $file): void
    {
        $source = @fopen(Rack::installed()->address($card->slot, $file->path), 'rb');
        try {
            $now = $source === false ? '' : app(ReadOnceCopy::class)->readBack($source)->hash;
        } catch (UnableToCopy) {
            $now = '';
        }
        if ($this->isOut($card)) {
            return;
        }
        $file->update(
            $now === $file->hash
                ? ['compared_at' => now()]
                : [
                    'compared_at' => now(),
                    'hash' => null,
                    'same_as_id' => null,
                    'copy_problem' => 'What the card gives now is not what was copied.',
                ],
        );
    }
}
