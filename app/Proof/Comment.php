<?php

declare(strict_types=1);

namespace App\Proof;

use App\Studio\FoundInOwnStudio;
use App\Studio\Shoot;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Kanpai\Core\Proof\Drawing;

/**
 * A guest's comment on a frame, and the drawing on it; what the studio answered, and whether it is done.
 *
 * @property int $id
 * @property string|null $uuid
 * @property int $guest_id
 * @property int $gallery_frame_id
 * @property string $text
 * @property list<array<string, mixed>>|null $drawing marks, as Drawing takes them
 * @property string|null $answer
 * @property CarbonImmutable|null $answered_at
 * @property CarbonImmutable|null $done_at
 * @property CarbonImmutable $created_at
 * @property Guest $guest
 * @property GalleryFrame $galleryFrame
 */
final class Comment extends Model
{
    use FoundInOwnStudio;

    protected $guarded = [];

    protected $casts = [
        'drawing' => 'array',
        'answered_at' => 'immutable_datetime',
        'done_at' => 'immutable_datetime',
        'created_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Guest, $this> */
    public function guest(): BelongsTo
    {
        return $this->belongsTo(Guest::class);
    }

    /** @return BelongsTo<GalleryFrame, $this> */
    public function galleryFrame(): BelongsTo
    {
        return $this->belongsTo(GalleryFrame::class);
    }

    /** The drawing in the coordinates of the picture it was drawn on. */
    public function drawing(GalleryFrame $frame): ?Drawing
    {
        return $this->drawing === null ? null : Drawing::of($this->drawing, $frame->width, $frame->height);
    }

    /**
     * @param  Builder<self>  $query
     * @param  Builder<Shoot>  $shoots
     */
    protected function narrow(Builder $query, Builder $shoots): void
    {
        $query->whereIn(
            'guest_id',
            Guest::query()
                ->whereIn('gallery_id', Gallery::query()->whereIn('shoot_id', $shoots)->select('id'))
                ->select('id'),
        );
    }
}
