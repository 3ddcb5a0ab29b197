<?php

declare(strict_types=1);

namespace App\Deliver\Handoff;

use App\Frames\Frame;
use App\Frames\Version;
use App\Studio\FoundInOwnStudio;
use App\Studio\Shoot;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A file that came back.
 *
 * @property int $id
 * @property int $shoot_id
 * @property int|null $handoff_id none where it was found in the watched folder
 * @property string $name
 * @property string $stored where it lies
 * @property string|null $seen which state of which file of the watched folder it is
 * @property int $bytes
 * @property ReturnState $state
 * @property int|null $frame_id
 * @property int|null $version_id
 * @property list<int>|null $candidates frames of that name
 * @property string|null $problem
 * @property CarbonImmutable $came_at
 * @property Shoot $shoot
 * @property Handoff|null $handoff
 * @property Frame|null $frame
 * @property Version|null $version
 */
final class ReturnedFile extends Model
{
    use FoundInOwnStudio;

    public $timestamps = false;

    protected $guarded = [];

    protected $casts = [
        'bytes' => 'int',
        'state' => ReturnState::class,
        'candidates' => 'array',
        'came_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Shoot, $this> */
    public function shoot(): BelongsTo
    {
        return $this->belongsTo(Shoot::class);
    }

    /** @return BelongsTo<Handoff, $this> */
    public function handoff(): BelongsTo
    {
        return $this->belongsTo(Handoff::class);
    }

    /** @return BelongsTo<Frame, $this> */
    public function frame(): BelongsTo
    {
        return $this->belongsTo(Frame::class);
    }

    /** @return BelongsTo<Version, $this> */
    public function version(): BelongsTo
    {
        return $this->belongsTo(Version::class);
    }
}
