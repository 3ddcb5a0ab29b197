<?php

declare(strict_types=1);

namespace App\Proof;

use App\Frames\Frame;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Kanpai\Core\Proof\Published;

/**
 * A frame in a gallery, with its proofs, as it was published.
 *
 * @property int $id
 * @property int $gallery_id
 * @property int $frame_id
 * @property int $number from 1; a picture keeps its own
 * @property string|null $small_path under the watermark, where there is one
 * @property string|null $large_path
 * @property string|null $plain_small_path
 * @property string|null $plain_large_path
 * @property int $width
 * @property int $height
 * @property string $section
 * @property string|null $picture
 * @property int|null $taken_ms
 * @property string|null $headline
 * @property string|null $description
 * @property CarbonImmutable|null $gone_at it left the gallery, and stays for its feedback
 * @property CarbonImmutable|null $came_at
 * @property Frame $frame
 * @property Collection<int, Comment> $comments
 */
final class GalleryFrame extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $casts = ['taken_ms' => 'int', 'gone_at' => 'immutable_datetime', 'came_at' => 'immutable_datetime'];

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

    public function small(Share $share): ?string
    {
        return $share->is_watermarked ? $this->small_path : $this->plain_small_path ?? $this->small_path;
    }

    public function large(Share $share): ?string
    {
        return $share->is_watermarked ? $this->large_path : $this->plain_large_path ?? $this->large_path;
    }

    /** What guests see of it. */
    public function published(): Published
    {
        return new Published(
            (string) $this->picture,
            (int) $this->taken_ms,
            (string) $this->headline,
            (string) $this->description,
            $this->gone_at === null,
        );
    }
}
