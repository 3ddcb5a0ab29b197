<?php

declare(strict_types=1);

namespace App\Deliver\Handoff;

use App\Deliver\Delivery;
use App\Studio\FoundInOwnStudio;
use App\Studio\Shoot;
use App\Studio\Task;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * Frames that are with a retoucher. The files go by a delivery, a part of it for each round; what comes back comes by
 * the same link.
 *
 * @property int $id
 * @property string $uuid under which files arrive
 * @property int $shoot_id
 * @property int $delivery_id
 * @property int $round
 * @property CarbonImmutable|null $closed_at since when nothing more is taken
 * @property Shoot $shoot
 * @property Delivery $delivery
 * @property Collection<int, HandoffFrame> $frames
 */
final class Handoff extends Model
{
    use FoundInOwnStudio;

    protected $guarded = [];

    protected $casts = ['round' => 'int', 'closed_at' => 'immutable_datetime'];

    /** @return BelongsTo<Shoot, $this> */
    public function shoot(): BelongsTo
    {
        return $this->belongsTo(Shoot::class);
    }

    /** @return BelongsTo<Delivery, $this> */
    public function delivery(): BelongsTo
    {
        return $this->belongsTo(Delivery::class);
    }

    /** @return HasMany<HandoffFrame, $this> */
    public function frames(): HasMany
    {
        return $this->hasMany(HandoffFrame::class);
    }

    /** @return HasMany<ReturnedFile, $this> */
    public function returned(): HasMany
    {
        return $this->hasMany(ReturnedFile::class);
    }

    public static function ofDelivery(int $delivery): ?self
    {
        return self::query()->where('delivery_id', $delivery)->first();
    }

    /** @return Collection<int, HandoffFrame> the frames that are out, in the order of time */
    public function inOrder(): Collection
    {
        return $this->frames()
            ->join('frames', 'frames.id', '=', 'handoff_frames.frame_id')
            ->orderBy('frames.taken_ms')
            ->orderBy('frames.id')
            ->select('handoff_frames.*')
            ->with('frame', 'notes')
            ->get();
    }

    public function returnTask(): ?Task
    {
        return TakeReturns::latest($this->shoot);
    }
}
