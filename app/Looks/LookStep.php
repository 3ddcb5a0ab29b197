<?php

declare(strict_types=1);

namespace App\Looks;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;

/**
 * One thing that a member did to the looks of one frame or of many, with what was before, so that it can be undone.
 *
 * @property int $id
 * @property string $uuid given by the browser, so that a step sent twice counts once
 * @property int $shoot_id
 * @property int|null $member_id
 * @property string $title what was done, in words
 * @property int $revision
 * @property CarbonImmutable|null $undone_at
 */
final class LookStep extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $dateFormat = 'Y-m-d H:i:s.v';

    protected $casts = ['made_at' => 'immutable_datetime', 'undone_at' => 'immutable_datetime'];
}
