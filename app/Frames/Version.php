<?php

declare(strict_types=1);

namespace App\Frames;

use App\Copies\VersionCopy;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A picture that can stand for a frame: number 1 is the camera's own, the others came back from somebody.
 *
 * @property int $id
 * @property int $frame_id
 * @property int $number
 * @property string $name
 * @property string $destination below a place; empty for the camera's own
 * @property string $format jpeg, tiff or png
 * @property int $bytes
 * @property string|null $hash xxh128
 * @property int $width
 * @property int $height
 * @property string|null $large_path
 * @property string|null $small_path
 * @property string $came_from
 * @property CarbonImmutable $came_at
 * @property Frame $frame
 * @property Collection<int, VersionCopy> $copies
 */
final class Version extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $casts = [
        'number' => 'int',
        'bytes' => 'int',
        'width' => 'int',
        'height' => 'int',
        'came_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Frame, $this> */
    public function frame(): BelongsTo
    {
        return $this->belongsTo(Frame::class);
    }

    /** @return HasMany<VersionCopy, $this> */
    public function copies(): HasMany
    {
        return $this->hasMany(VersionCopy::class);
    }
}
