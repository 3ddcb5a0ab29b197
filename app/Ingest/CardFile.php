<?php

declare(strict_types=1);

namespace App\Ingest;

use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Kanpai\Core\Card\FileKind;

/**
 * One file on a card.
 *
 * @property int $id
 * @property int $card_id
 * @property int|null $frame_id
 * @property string $path on the card
 * @property FileKind $kind
 * @property int $size
 * @property int $modified_at
 * @property string $destination below a place
 * @property string|null $problem
 * @property string|null $hash xxh128 of what was read from the card
 * @property Card $card
 * @property Collection<int, Copy> $copies
 */
final class CardFile extends Model
{
    public $timestamps = false;

    protected $table = 'files';

    protected $guarded = [];

    protected $casts = ['kind' => FileKind::class];

    /** @return BelongsTo<Card, $this> */
    public function card(): BelongsTo
    {
        return $this->belongsTo(Card::class);
    }

    /** @return BelongsTo<Frame, $this> */
    public function frame(): BelongsTo
    {
        return $this->belongsTo(Frame::class);
    }

    /** @return HasMany<Copy, $this> */
    public function copies(): HasMany
    {
        return $this->hasMany(Copy::class, 'file_id');
    }

    /** Where the file can be read: the first place with a proved copy, else the card. */
    public function readablePath(): string
    {
        $places = (array) config('kanpai.places');
        foreach ($this->copies as $copy) {
            $path = ($places[$copy->place] ?? '').'/'.$this->destination;
            if (isset($places[$copy->place]) && is_file($path)) {
                return $path;
            }
        }

        return $this->card->slot.'/'.$this->path;
    }
}
