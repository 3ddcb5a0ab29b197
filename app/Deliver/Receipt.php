<?php

declare(strict_types=1);

namespace App\Deliver;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;

/**
 * What was fetched when.
 *
 * @property string $kind opened or fetched
 * @property int $from_byte where the fetching began; above 0 it was taken up again
 * @property string $agent
 * @property CarbonImmutable $at
 */
final class Receipt extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $casts = ['at' => 'immutable_datetime'];
}
