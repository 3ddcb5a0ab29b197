<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Builder;
use Kanpai\Core\Card\CopiedBytes;
use Kanpai\Core\Card\DcfName;

/**
 * Knows by content what the studio has from another card already, so that nothing is copied twice. The file of the card
 * then rests on the copies of the other: they prove both, and their loss is the loss of both.
 */
final class KnownContents
{
    /** @var array<int, int> shoot => studio */
    private array $studios = [];

    /** Whether a file of the same size and the same name or time is here, so that reading it first is worth while. */
    public function isLikely(CardFile $file): bool
    {
        if ($file->size === 0 || $file->hash !== null) {
            return false;
        }
        $name = DcfName::displayable($file->path);
        $alike = $this->elsewhere($file)->where('size', $file->size)->limit(50)->get(['path', 'modified_at']);

        return $alike->contains(fn (CardFile $other): bool => $other->modified_at === $file->modified_at || DcfName::displayable($other->path) === $name);
    }

    /** Lets the file rest on copies that the studio has, when there are enough of them; says whether it does. */
    public function take(CardFile $file, CopiedBytes $read): bool
    {
        if ($read->size === 0 || $file->copies()->exists()) {
            return false;
        }
        $wanted = $file->card->shoot->studio->copies_wanted;
        $same = $this->elsewhere($file)->where(['hash' => $read->hash, 'size' => $read->size])
            ->whereHas('copies', fn (Builder $copies) => $copies->where('hash', $read->hash), '>=', $wanted)->first();
        if ($same === null) {
            return false;
        }
        $file->update(['hash' => $read->hash, 'same_as_id' => $same->id]);

        return true;
    }

    /** Files of a card that rested on copies which are lost are to be copied themselves. */
    public function letGoOfLost(Card $card): void
    {
        $card->files()->whereNotNull('same_as_id')
            ->whereDoesntHave('sameAs', fn (Builder $same) => $same->whereHas('copies', fn (Builder $copies) => $copies->whereColumn('copies.hash', 'files.hash'), '>=', $card->shoot->studio->copies_wanted))
            ->update(['same_as_id' => null]);
    }

    /** @return Builder<CardFile> files of the studio's other cards that have copies of their own */
    private function elsewhere(CardFile $file): Builder
    {
        $studio = $this->studios[$file->card->shoot_id] ??= $file->card->shoot->studio_id;

        return CardFile::query()->where('card_id', '<>', $file->card_id)->whereNotNull('hash')->whereNull('same_as_id')
            ->whereIn('card_id', Card::query()->whereIn('shoot_id', Shoot::query()->where('studio_id', $studio)->select('id'))->select('id'));
    }
}
