<?php

declare(strict_types=1);

namespace App\Proof;

use App\Frames\Frame;
use App\Studio\FoundInOwnStudio;
use App\Studio\Shoot;
use App\Studio\Task;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Kanpai\Core\Proof\Sectioning;

/**
 * Frames that are shown to guests, by one link or several.
 *
 * @property int $id
 * @property string $uuid
 * @property int $shoot_id
 * @property string $title
 * @property string $message
 * @property array<string, mixed>|null $watermark text or image, place, size, opacity
 * @property Sectioning $sectioning
 * @property int|null $cover_id
 * @property string $look the use whose look frames have in it, where they have one; empty for their own
 * @property string $metadata what proofs say of themselves: `rights`, or `all`
 * @property string|null $source from what the frames were chosen
 * @property string|null $live frames for which this is true come in by themselves
 * @property CarbonImmutable|null $published_at
 * @property CarbonImmutable $created_at
 * @property CarbonImmutable $updated_at
 * @property Shoot $shoot
 * @property Frame|null $cover
 */
final class Gallery extends Model
{
    use FoundInOwnStudio;

    protected $guarded = [];

    protected $casts = [
        'watermark' => 'array',
        'sectioning' => Sectioning::class,
        'published_at' => 'immutable_datetime',
        'created_at' => 'immutable_datetime',
        'updated_at' => 'immutable_datetime',
    ];

    protected $attributes = ['sectioning' => 'none', 'metadata' => 'rights', 'look' => ''];

    /** @return BelongsTo<Shoot, $this> */
    public function shoot(): BelongsTo
    {
        return $this->belongsTo(Shoot::class);
    }

    /** @return BelongsTo<Frame, $this> */
    public function cover(): BelongsTo
    {
        return $this->belongsTo(Frame::class, 'cover_id');
    }

    /** @return HasMany<GalleryFrame, $this> with those that left */
    public function frames(): HasMany
    {
        return $this->hasMany(GalleryFrame::class);
    }

    /** @return HasMany<GalleryFrame, $this> as guests see them, in the order of time */
    public function shown(): HasMany
    {
        $frames = $this->hasMany(GalleryFrame::class);
        $frames->whereNull('gone_at')->whereNotNull('large_path')->orderBy('taken_ms')->orderBy('number');

        return $frames;
    }

    /** @return HasMany<Share, $this> */
    public function shares(): HasMany
    {
        return $this->hasMany(Share::class);
    }

    /** @return HasMany<Selection, $this> */
    public function selections(): HasMany
    {
        return $this->hasMany(Selection::class);
    }

    /** @return HasMany<Guest, $this> */
    public function guests(): HasMany
    {
        return $this->hasMany(Guest::class);
    }

    public function task(): ?Task
    {
        return MakeProofs::latest($this);
    }

    /** The watermark, as far as there is one. */
    public function proofWatermark(): ?Watermark
    {
        return Watermark::of($this->watermark ?? []);
    }

    public function watermarkInWords(): string
    {
        $mark = $this->proofWatermark();

        return $mark === null ? 'no watermark' : "watermark {$mark->inWords()}";
    }

    /** @return 'words'|'logo'|'none' what is burnt into the proofs */
    public function watermarkKind(): string
    {
        return match (true) {
            isset($this->watermark['text']) => 'words',
            isset($this->watermark['image']) => 'logo',
            default => 'none',
        };
    }
}
