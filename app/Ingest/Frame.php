<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Kanpai\Core\Card\CameraTime;
use Kanpai\Core\Cull\FrameFilter;
use Kanpai\Core\Cull\Standing;
use Kanpai\Core\Cull\Verdict;

/**
 * One press of the shutter.
 *
 * @property int $id
 * @property int $shoot_id
 * @property int $card_id
 * @property int $body_id
 * @property string $name original file name
 * @property int $camera_ms what the camera's clock showed, as CameraTime counts it
 * @property int|null $camera_zone minutes east of UTC that the camera wrote
 * @property bool $is_dated whether the camera wrote a time at all
 * @property int $taken_ms the corrected instant
 * @property int|null $gps_ms the instant that GPS told the body
 * @property int $width
 * @property int $height
 * @property float|null $exposure
 * @property float|null $f_number
 * @property int|null $iso
 * @property float|null $focal_length
 * @property string|null $lens
 * @property string|null $small_path
 * @property string|null $large_path
 * @property bool $is_pictured
 * @property int $best_px pixels of the long side of the best picture that can be shown
 * @property Verdict $verdict
 * @property string $label a free word that other software gave it
 * @property int<0, 5> $rating
 * @property Card $card
 * @property Shoot $shoot
 * @property Body $body
 * @property Collection<int, CardFile> $files
 */
final class Frame extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $casts = ['is_dated' => 'bool', 'is_pictured' => 'bool', 'verdict' => Verdict::class, 'rating' => 'int', 'f_number' => 'float', 'focal_length' => 'float', 'exposure' => 'float'];

    /** @return BelongsTo<Shoot, $this> */
    public function shoot(): BelongsTo
    {
        return $this->belongsTo(Shoot::class);
    }

    /** @return BelongsTo<Card, $this> */
    public function card(): BelongsTo
    {
        return $this->belongsTo(Card::class);
    }

    /** @return BelongsTo<Body, $this> */
    public function body(): BelongsTo
    {
        return $this->belongsTo(Body::class);
    }

    /** @return HasMany<CardFile, $this> */
    public function files(): HasMany
    {
        return $this->hasMany(CardFile::class);
    }

    /** @return Builder<self> all bodies in one row, by corrected time */
    public static function inOrder(Shoot $shoot): Builder
    {
        return self::query()->where('frames.shoot_id', $shoot->id)->orderBy('frames.taken_ms')->orderBy('frames.id');
    }

    /** @return Builder<self> those that a filter means, in order */
    public static function meeting(Shoot $shoot, FrameFilter $filter): Builder
    {
        $query = self::inOrder($shoot);
        if ($filter->verdict !== null) {
            $query->where('frames.verdict', $filter->verdict);
        }
        if ($filter->rating > 0) {
            $query->where('frames.rating', '>=', $filter->rating);
        }
        if ($filter->body !== null) {
            $query->where('frames.body_id', $filter->body);
        }
        if ($filter->from !== null) {
            $query->where('frames.taken_ms', '>=', $filter->from);
        }
        if ($filter->to !== null) {
            $query->where('frames.taken_ms', '<=', $filter->to);
        }

        return $query;
    }

    public function cameraTime(): CameraTime
    {
        return CameraTime::of($this->camera_ms, $this->camera_zone);
    }

    public function standing(): Standing
    {
        return Standing::of($this->verdict, $this->rating);
    }

    /** “1,616 px of 6,000” where a picture smaller than the frame is all that can be shown, else nothing. */
    public static function pixelsInWords(int $best, int $width, int $height): string
    {
        $whole = max($width, $height);

        return $best === 0 || $best >= $whole ? '' : number_format($best).' px of '.number_format($whole);
    }

    /** “135 mm · 1/800 · f/2.8 · ISO 400” */
    public function exposureInWords(): string
    {
        $words = [];
        if ($this->focal_length !== null) {
            $words[] = round($this->focal_length).' mm';
        }
        if ($this->exposure !== null && $this->exposure > 0) {
            $words[] = $this->exposure >= 0.4 ? round($this->exposure, 1).' s' : '1/'.round(1 / $this->exposure);
        }
        if ($this->f_number !== null) {
            $words[] = 'f/'.round($this->f_number, 1);
        }
        if ($this->iso !== null) {
            $words[] = 'ISO '.$this->iso;
        }

        return implode(' · ', $words);
    }
}
