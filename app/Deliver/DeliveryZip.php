<?php

declare(strict_types=1);

namespace App\Deliver;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;

/**
 * A ZIP of a delivery.
 *
 * @property int $id
 * @property int $delivery_id
 * @property int $part_id with which it was made
 * @property string $scope all, or new: what its part brought
 * @property int $number from 1
 * @property string $name
 * @property string $stored below the folder of the delivery
 * @property int $files_count
 * @property int $bytes
 * @property string $hash xxh128
 * @property CarbonImmutable $made_at
 * @property CarbonImmutable|null $gone_at when later ones took its place
 */
final class DeliveryZip extends Model
{
    public const ALL = 'all';

    public const NEW = 'new';

    public $timestamps = false;

    protected $guarded = [];

    protected $casts = [
        'number' => 'int',
        'files_count' => 'int',
        'bytes' => 'int',
        'made_at' => 'immutable_datetime',
        'gone_at' => 'immutable_datetime',
    ];
}
