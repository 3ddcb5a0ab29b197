<?php

declare(strict_types=1);

namespace App\Deliver\Handoff;

use App\Frames\Frame;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A frame that is with a retoucher.
 *
 * @property int $id
 * @property int $handoff_id
 * @property int $frame_id
 * @property int $round in which it is out
 * @property int|null $returned_round in which it came back last
 * @property Frame $frame
 * @property Handoff $handoff
 * @property Collection<int, HandoffNote> $notes
 */
final class HandoffFrame extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $casts = ['round' => 'int', 'returned_round' => 'int'];

    /** @return BelongsTo<Frame, $this> */
    public function frame(): BelongsTo
    {
        return $this->belongsTo(Frame::class);
    }

    /** @return BelongsTo<Handoff, $this> */
    public function handoff(): BelongsTo
    {
        return $this->belongsTo(Handoff::class);
    }

    /** @return HasMany<HandoffNote, $this> */
    public function notes(): HasMany
    {
        $notes = $this->hasMany(HandoffNote::class);
        $notes->orderBy('id');

        return $notes;
    }

    public function isBack(): bool
    {
        return $this->returned_round === $this->round;
    }
}
