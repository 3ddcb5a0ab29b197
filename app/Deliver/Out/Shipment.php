<?php

declare(strict_types=1);

namespace App\Deliver\Out;

use App\Deliver\Output;
use App\Studio\FoundInOwnStudio;
use App\Studio\Shoot;
use App\Studio\Task;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Kanpai\Core\Deliver\DeliveredName;

/**
 * Frames that are sent to a destination in one way.
 *
 * @property int $id
 * @property int $shoot_id
 * @property int $destination_id
 * @property int $output_id
 * @property list<int> $frames
 * @property int $copies that a print desk makes of each
 * @property string $note
 * @property bool $clears whether frames that were dropped since are taken away there
 * @property CarbonImmutable $begun_at
 * @property CarbonImmutable|null $done_at
 * @property Shoot $shoot
 * @property Destination $destination
 * @property Output $output
 */
final class Shipment extends Model
{
    use FoundInOwnStudio;

    public $timestamps = false;

    protected $guarded = [];

    protected $casts = [
        'frames' => 'array',
        'copies' => 'int',
        'clears' => 'bool',
        'begun_at' => 'immutable_datetime',
        'done_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Shoot, $this> */
    public function shoot(): BelongsTo
    {
        return $this->belongsTo(Shoot::class);
    }

    /** @return BelongsTo<Destination, $this> */
    public function destination(): BelongsTo
    {
        return $this->belongsTo(Destination::class);
    }

    /** @return BelongsTo<Output, $this> */
    public function output(): BelongsTo
    {
        return $this->belongsTo(Output::class);
    }

    /** Where its files are out there: one folder for a shoot, or one for each order. */
    public function folder(): string
    {
        $shoot = DeliveredName::slug($this->shoot->name)."-{$this->shoot_id}";

        return $this->destination->kind->takesOrders() ? "order-{$this->id}-{$shoot}" : $shoot;
    }

    public function task(): ?Task
    {
        return SendOut::latest($this);
    }
}
