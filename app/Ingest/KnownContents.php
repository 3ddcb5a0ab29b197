<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Copies\Copy;
use App\Copies\CopyRemoval;
use App\Frames\CardFile;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Copies\CopiedBytes;

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
        $isAlike = DB::table('files')
            ->where('card_id', '<>', $file->card_id)
            ->whereNotNull('hash')
            ->where(
                fn ($files) => $files
                    ->where('name_key', $file->name_key)
                    ->orWhere(fn ($same) => $same->where(['size' => $file->size, 'modified_at' => $file->modified_at])),
            )
            ->exists();

        return $isAlike &&
            $this->elsewhere($file)
                ->where('size', $file->size)
                ->where(
                    fn (Builder $files) => $files
                        ->where('name_key', $file->name_key)
                        ->orWhere('modified_at', $file->modified_at),
                )
                ->exists();
    }

    /** Lets the file rest on copies that the studio has, when there are enough of them; says whether it does. */
    public function take(CardFile $file, CopiedBytes $read): bool
    {
        $content = ['hash' => $read->hash, 'size' => $read->size];
        if ($read->size === 0 || $file->copies->isNotEmpty()) {
            return false;
        }
        if (DB::table('files')->where($content)->where('card_id', '<>', $file->card_id)->doesntExist()) {
            return false;
        }
        $required = $file->card->shoot->studio->copies_required;
        $sound = fn (Builder $copies) => $copies->where('hash', $read->hash);
        $same = $this->elsewhere($file)->where($content)->whereHas('copies', $sound, '>=', $required)->first();
        // Looked at once more while nobody deletes its copies.
        $rest = fn (): bool => $same !== null && self::rest($file, $same, $read->hash, $required);

        return $same !== null && app(CopyRemoval::class)->alone($same->id, $rest) === true;
    }

    private static function rest(CardFile $file, CardFile $same, string $hash, int $required): bool
    {
        $copies = Copy::query()->where(['file_id' => $same->id, 'hash' => $hash])->count();

        return $copies >= $required && $file->update(['hash' => $hash, 'same_as_id' => $same->id]);
    }

    /** Files of a card that rested on copies which are lost are to be copied themselves. */
    public function letGoOfLost(Card $card): void
    {
        $card
            ->files()
            ->whereNotNull('same_as_id')
            ->whereDoesntHave(
                'sameAs',
                fn (Builder $same) => $same->whereHas(
                    'copies',
                    fn (Builder $copies) => $copies->whereColumn('copies.hash', 'files.hash'),
                    '>=',
                    $card->shoot->studio->copies_required,
                ),
            )
            ->update(['same_as_id' => null]);
    }

    /** @return Builder<CardFile> files of the studio's other cards that have copies of their own */
    private function elsewhere(CardFile $file): Builder
    {
        $studio = $this->studios[$file->card->shoot_id] ??= $file->card->shoot->studio_id;

        return CardFile::query()
            ->where('card_id', '<>', $file->card_id)
            ->whereNotNull('hash')
            ->whereNull('same_as_id')
            ->whereIn(
                'card_id',
                Card::query()
                    ->whereIn('shoot_id', Shoot::query()->where('studio_id', $studio)->select('id'))
                    ->select('id'),
            );
    }
}
