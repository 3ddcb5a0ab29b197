<?php

declare(strict_types=1);

namespace App\Proof;

use App\Ingest\Frame;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A frame in a gallery, with its proofs.
 *
 * @property int $id
 * @property int $gallery_id
 * @property int $frame_id
 * @property int $number from 1, in the order of time
 * @property string|null $small_path
 * @property string|null $large_path
 * @property int $width
 * @property int $height
 * @property Frame $frame
 * @property Collection<int, Comment> $comments
 */
final class GalleryFrame extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    /** @return BelongsTo<Frame, $this> */
    public function frame(): BelongsTo
    {
        return $this->belongsTo(Frame::class);
    }

    /** @return HasMany<Comment, $this> */
    public function comments(): HasMany
    {
        return $this->hasMany(Comment::class);
    }
}
