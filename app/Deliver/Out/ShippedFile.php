<?php

declare(strict_types=1);

namespace App\Deliver\Out;

use App\Frames\Frame;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A file that is out there.
 *
 * @property int $id
 * @property int $destination_id
 * @property int $shipment_id that brought it last
 * @property int $frame_id
 * @property int $output_id
 * @property string $folder
 * @property string $name
 * @property string $fingerprint of what it was made from, and how
 * @property int $bytes
 * @property string $hash xxh128
 * @property CarbonImmutable $sent_at
 * @property Frame $frame
 */
final class ShippedFile extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $casts = ['bytes' => 'int', 'sent_at' => 'immutable_datetime'];

    /** @return BelongsTo<Frame, $this> */
    public function frame(): BelongsTo
    {
        return $this->belongsTo(Frame::class);
    }
}
