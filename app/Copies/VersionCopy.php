<?php

declare(strict_types=1);

namespace App\Copies;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;

/**
 * Proof that a version is in a place.
 *
 * @property int $version_id
 * @property string $place
 * @property string $hash of what was read there last
 * @property CarbonImmutable $verified_at
 */
final class VersionCopy extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $dateFormat = 'Y-m-d H:i:s.v';

    protected $casts = ['verified_at' => 'immutable_datetime'];
}
