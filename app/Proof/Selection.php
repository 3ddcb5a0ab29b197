<?php

declare(strict_types=1);

namespace App\Proof;

use App\Ingest\Frame;
use App\Studio\FoundInOwnStudio;
use App\Studio\Shoot;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\BelongsToMany;

/**
 * The choices of a guest as they were sent in. Later clicks of the guest do not change it.
 *
 * @property int $id
 * @property int $gallery_id
 * @property int $guest_id
 * @property string $name
 * @property string $email
 * @property string $message
 * @property CarbonImmutable $sent_at
 * @property Gallery $gallery
 */
final class Selection extends Model
{
    use FoundInOwnStudio;

    public $timestamps = false;

    protected $guarded = [];

    protected $casts = ['sent_at' => 'immutable_datetime'];

    /** @return BelongsTo<Gallery, $this> */
    public function gallery(): BelongsTo
    {
        return $this->belongsTo(Gallery::class);
    }

    /** @return BelongsToMany<Frame, $this> in the order of time */
    public function frames(): BelongsToMany
    {
        $frames = $this->belongsToMany(Frame::class, 'selection_frames')->withPivot('comment');
        $frames->orderBy('frames.taken_ms')->orderBy('frames.id');

        return $frames;
    }

    /**
     * @param  Builder<self>  $query
     * @param  Builder<Shoot>  $shoots
     */
    protected function narrow(Builder $query, Builder $shoots): void
    {
        $query->whereIn('gallery_id', Gallery::query()->whereIn('shoot_id', $shoots)->select('id'));
    }
}
