<?php

declare(strict_types=1);

namespace App\Frames;

use App\Ingest\Card;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Kanpai\Core\Frames\CameraTime;
use Kanpai\Core\Frames\Exposure;
use Kanpai\Core\Frames\FileKind;
use Kanpai\Core\Frames\Filter\InvalidFilter;
use Kanpai\Core\Frames\FrameFilter;
use Kanpai\Core\Frames\Marks;
use Kanpai\Core\Frames\UseList;
use Kanpai\Core\Frames\Verdict;

/**
 * One press of the shutter.
 *
 * @property int $id
 * @property int $shoot_id
 * @property int $card_id
 * @property int $body_id
 * @property string $name what its main copy is called; the camera's own name while nothing is copied
 * @property string $camera_name what the camera called it; empty while that is its name
 * @property int $camera_ms what the camera's clock showed, as CameraTime counts it
 * @property int|null $camera_zone minutes east of UTC that the camera wrote
 * @property bool $is_dated whether the camera wrote a time at all
 * @property int $taken_ms the corrected instant
 * @property int|null $gps_ms the instant that the body had from GPS
 * @property int $width
 * @property int $height
 * @property float|null $exposure
 * @property float|null $f_number
 * @property int|null $iso
 * @property float|null $focal_length
 * @property string|null $lens
 * @property int<1, 8> $orientation of its file, as Exif has it
 * @property string|null $small_path
 * @property string|null $large_path
 * @property bool $is_pictured
 * @property string|null $aside_at when it was set aside
 * @property int|null $version_id which version stands for it; none for the camera's own picture
 * @property int $best_px pixels of the long side of the best picture that can be shown
 * @property Verdict $verdict
 * @property string|null $other_label as other software wrote it, where the uses would be written otherwise
 * @property int<0, 5> $rating
 * @property int $uses a bit for each use of the studio
 * @property int $moment its number in the shoot, from 0
 * @property int $moment_size frames of its moment
 * @property string|null $colours as ColourGrid writes them
 * @property float|null $sharpness variance of the Laplacian of the preview
 * @property Card $card
 * @property Shoot $shoot
 * @property Body $body
 * @property Version|null $version
 * @property Collection<int, CardFile> $files
 */
final class Frame extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $attributes = ['verdict' => 'open', 'rating' => 0, 'uses' => 0];

    protected $casts = [
        'is_dated' => 'bool',
        'is_pictured' => 'bool',
        'verdict' => Verdict::class,
        'rating' => 'int',
        'uses' => 'int',
        'moment' => 'int',
        'moment_size' => 'int',
        'sharpness' => 'float',
        'f_number' => 'float',
        'focal_length' => 'float',
        'exposure' => 'float',
    ];

    /** As xmp:Label: the text of other software, or the names of the uses. */
    public function label(): string
    {
        $uses = $this->uses === 0 ? UseList::of([]) : Uses::of($this->shoot->studio);

        return $uses->label($this->uses, $this->other_label);
    }

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

    /** @return BelongsTo<Version, $this> what stands for it, where that is not the camera's own picture */
    public function version(): BelongsTo
    {
        return $this->belongsTo(Version::class);
    }

    /** @return HasMany<CardFile, $this> */
    public function files(): HasMany
    {
        return $this->hasMany(CardFile::class);
    }

    public function ofKind(FileKind $kind): ?CardFile
    {
        return $this->files->firstWhere('kind', $kind);
    }

    /** @return Builder<self> those that have not been set aside */
    public static function of(Shoot $shoot): Builder
    {
        return self::query()->where('frames.shoot_id', $shoot->id)->whereNull('frames.aside_at');
    }

    /**
     * @return array{array<int, string>, array<int, string>}
     *   frame => its name, and frame => what the camera called it where that is another
     */
    public static function names(Shoot $shoot): array
    {
        $rows = self::inOrder($shoot)
            ->toBase()
            ->get(['frames.id', 'frames.name', 'frames.camera_name']);

        return [
            array_map(strval(...), $rows->pluck('name', 'id')->all()),
            array_map(strval(...), $rows->where('camera_name', '<>', '')->pluck('camera_name', 'id')->all()),
        ];
    }

    /** @return Builder<self> all bodies in one row, by corrected time */
    public static function inOrder(Shoot $shoot): Builder
    {
        return self::of($shoot)->orderBy('frames.taken_ms')->orderBy('frames.id');
    }

    /**
     * Those that a filter means; none, where it asks for a set that is no longer there.
     *
     * @return Builder<self>
     */
    public static function meeting(Shoot $shoot, FrameFilter $filter): Builder
    {
        try {
            return FrameQuery::of($shoot, $filter);
        } catch (InvalidFilter) {
            $none = self::of($shoot);
            $none->whereRaw('FALSE');

            return $none;
        }
    }

    /** @return array<int, array{from: int, to: int, frames: int}> number of a moment => its span, in milliseconds */
    public static function moments(Shoot $shoot): array
    {
        $moments = [];
        foreach (
            self::of($shoot)
                ->groupBy('moment')
                ->orderBy('moment')
                ->selectRaw('moment, MIN(taken_ms) AS since, MAX(taken_ms) AS until, COUNT(*) AS n')
                ->toBase()
                ->get() as $moment
        ) {
            $moments[(int) $moment->moment] = [
                'from' => (int) $moment->since,
                'to' => (int) $moment->until,
                'frames' => (int) $moment->n,
            ];
        }

        return $moments;
    }

    public function cameraTime(): CameraTime
    {
        return CameraTime::of($this->camera_ms, $this->camera_zone);
    }

    public function marks(): Marks
    {
        return Marks::of($this->verdict, $this->rating, $this->uses);
    }

    /** “1,616 px of 6,000” where a picture smaller than the frame is all that can be shown, else nothing. */
    public static function pixelsInWords(int $best, int $width, int $height): string
    {
        $whole = max($width, $height);

        return $best === 0 || $best >= $whole ? '' : number_format($best).' px of '.number_format($whole);
    }

    /** @param  object  $row  of the table `frames` */
    public static function exposureOf(object $row): Exposure
    {
        $facts = (array) $row;
        $float = fn (string $name): ?float => $facts[$name] === null ? null : (float) $facts[$name];

        return Exposure::of(
            $float('focal_length'),
            $float('exposure'),
            $float('f_number'),
            $facts['iso'] === null ? null : (int) $facts['iso'],
        );
    }
}
