<?php

declare(strict_types=1);

namespace App\Proof;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * What a guest said about a frame.
 *
 * @property int $id
 * @property int $guest_id
 * @property int $gallery_frame_id
 * @property string $text
 * @property CarbonImmutable $created_at
 * @property Guest $guest
 */
final class Comment extends Model
{
    protected $guarded = [];

    protected $casts = ['created_at' => 'immutable_datetime'];

    /** @return BelongsTo<Guest, $this> */
    public function guest(): BelongsTo
    {
        return $this->belongsTo(Guest::class);
    }
}
