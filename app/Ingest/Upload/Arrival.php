<?php

declare(strict_types=1);

namespace App\Ingest\Upload;

use App\Ingest\Card;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A file on its way from a browser, mostly of a card. How much of it is here is what its part file holds.
 *
 * @property int $id
 * @property string $uuid
 * @property string $owner uuid of the card, or of whatever else it is for
 * @property int|null $card_id
 * @property string $path on the card
 * @property int $size
 * @property int $modified_at
 * @property string|null $hash xxh128 that the browser computed, or we where it did not
 * @property CarbonImmutable|null $arrived_at
 * @property Card|null $card
 */
final class Arrival extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $dateFormat = 'Y-m-d H:i:s.v';

    protected $casts = ['arrived_at' => 'immutable_datetime', 'size' => 'int'];

    public function getRouteKeyName(): string
    {
        return 'uuid';
    }

    /** @return BelongsTo<Card, $this> */
    public function card(): BelongsTo
    {
        return $this->belongsTo(Card::class);
    }

    public function part(): string
    {
        return ArrivalsFolder::path($this->owner).'/.parts/'.$this->uuid;
    }

    /** Where it is once it is whole. */
    public function target(): string
    {
        return ArrivalsFolder::path($this->owner).'/'.$this->path;
    }

    /** In bytes. */
    public function offset(): int
    {
        clearstatcache(true, $this->part());

        return $this->arrived_at !== null ? $this->size : (int) @filesize($this->part());
    }
}
