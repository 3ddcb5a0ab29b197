<?php

declare(strict_types=1);

namespace App\Captions;

use App\Ingest\Frame;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Kanpai\Core\Caption\Caption;

/**
 * The caption of one frame as it was filled in.
 *
 * @property int $frame_id
 * @property int $shoot_id
 * @property array<string, string> $fields
 * @property CarbonImmutable|null $written_at when the sidecar was written
 * @property Frame $frame
 */
final class FrameCaption extends Model
{
    public $timestamps = false;

    public $incrementing = false;

    protected $table = 'captions';

    protected $primaryKey = 'frame_id';

    protected $guarded = [];

    protected $casts = ['fields' => 'array', 'written_at' => 'immutable_datetime'];

    /** @return BelongsTo<Frame, $this> */
    public function frame(): BelongsTo
    {
        return $this->belongsTo(Frame::class);
    }

    public function caption(): Caption
    {
        return Caption::of($this->fields);
    }
}
