<?php

declare(strict_types=1);

namespace App\Clocks;

use App\Frames\Frame;
use App\Studio\FoundInOwnStudio;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A frame and another one, or a frame and a time, known to be the same instant.
 *
 * @property int $id
 * @property int $shoot_id
 * @property int $frame_id
 * @property int|null $other_frame_id
 * @property int|null $true_ms
 * @property string $note
 * @property Frame $frame
 * @property Frame|null $other
 */
final class FrameTie extends Model
{
    use FoundInOwnStudio;

    protected $table = 'ties';

    protected $guarded = [];

    /** @return BelongsTo<Frame, $this> */
    public function frame(): BelongsTo
    {
        return $this->belongsTo(Frame::class);
    }

    /** @return BelongsTo<Frame, $this> */
    public function other(): BelongsTo
    {
        return $this->belongsTo(Frame::class, 'other_frame_id');
    }
}
