<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Frames\Frame;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A file of a delivery. One that another replaced keeps its row, for the record of what was delivered.
 *
 * @property int $id
 * @property int $delivery_id
 * @property int $part_id
 * @property int|null $frame_id
 * @property string $way key of the file of its frame
 * @property string $name in the ZIP
 * @property string $stored below the folder of the delivery
 * @property string $fingerprint of what it was made from, and how
 * @property int $bytes
 * @property string $hash xxh128
 * @property CarbonImmutable|null $replaced_at
 * @property Frame|null $frame
 */
final class DeliveryFile extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $casts = ['bytes' => 'int', 'replaced_at' => 'immutable_datetime'];

    /** @return BelongsTo<Frame, $this> */
    public function frame(): BelongsTo
    {
        return $this->belongsTo(Frame::class);
    }
}
