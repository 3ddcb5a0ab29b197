<?php

declare(strict_types=1);

namespace App\Deliver;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * What comes into a delivery at one time: a sneak peek, the rest, what has changed.
 *
 * @property int $id
 * @property int $delivery_id
 * @property int $number from 1
 * @property string $name
 * @property list<int> $frames
 * @property list<string> $ways keys of ways
 * @property CarbonImmutable $opened_at
 * @property CarbonImmutable|null $made_at when all of it was whole; before that nobody sees any of it
 * @property Delivery $delivery
 */
final class DeliveryPart extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $casts = [
        'number' => 'int',
        'frames' => 'array',
        'ways' => 'array',
        'opened_at' => 'immutable_datetime',
        'made_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Delivery, $this> */
    public function delivery(): BelongsTo
    {
        return $this->belongsTo(Delivery::class);
    }

    /** The shoot that tasks about a part belong to. */
    public function getShootIdAttribute(): int
    {
        return $this->delivery->shoot_id;
    }

    /** Whether it brought nothing. A round of a handoff brings its list, even where no file has changed. */
    public function isEmpty(): bool
    {
        return $this->files()->doesntExist() && $this->delivery->kind !== DeliveryKind::Handoff;
    }

    /** @return HasMany<DeliveryFile, $this> */
    public function files(): HasMany
    {
        $rows = $this->hasMany(DeliveryFile::class, 'part_id');
        $rows->orderBy('name');
        $rows->orderBy('id');

        return $rows;
    }
}
