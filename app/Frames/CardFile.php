<?php

declare(strict_types=1);

namespace App\Frames;

use App\Copies\Copy;
use App\Ingest\Card;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Kanpai\Core\Frames\DcfName;
use Kanpai\Core\Frames\FileKind;

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
 * @property bool $is_ticked whether it is to be copied
 * @property bool $is_main whether its frame is called as it is
 * @property string $fingerprint
 * @property string $name_key name and size in short
 * @property int|null $same_as_id the file of another card with the same content, on whose copies this one rests
 * @property string|null $arrived_hash xxh128 of what the browser sent
 * @property string|null $copy_problem
 * @property CarbonImmutable|null $copy_failed_at
 * @property CarbonImmutable|null $compared_at when the card was read a second time
 * @property CardFile|null $sameAs
 * @property Card $card
 * @property Collection<int, Copy> $copies
 */
final class CardFile extends Model
{
    public $timestamps = false;

    protected $table = 'files';

    protected $guarded = [];

    protected $casts = [
        'kind' => FileKind::class,
        'is_ticked' => 'bool',
        'is_main' => 'bool',
        'copy_failed_at' => 'immutable_datetime',
        'compared_at' => 'immutable_datetime',
    ];

    protected $dateFormat = 'Y-m-d H:i:s.v';

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

    /** @return BelongsTo<CardFile, $this> */
    public function sameAs(): BelongsTo
    {
        return $this->belongsTo(self::class, 'same_as_id');
    }

    /** Its name on the card as text. */
    public function shown(): string
    {
        return DcfName::displayable($this->path);
    }

    /**
     * The copies that prove this file: its own, or those of the file with the same content.
     *
     * @return Collection<int, Copy>
     */
    public function proofs(): Collection
    {
        return ($this->sameAs === null ? $this->copies : $this->sameAs->copies)->where('hash', $this->hash)->values();
    }

    /**
     * Where the original can be read: the first verified copy that is there.
     *
     * @param  array<string, string>  $places  name => folder
     */
    public function verifiedPath(array $places): ?string
    {
        $below = ($this->sameAs ?? $this)->destination;
        foreach ($this->proofs() as $copy) {
            $path = ($places[$copy->place] ?? '').'/'.$below;
            if (isset($places[$copy->place]) && is_file($path)) {
                return $path;
            }
        }

        return null;
    }
}
