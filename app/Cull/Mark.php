<?php

declare(strict_types=1);

namespace App\Cull;

use Illuminate\Database\Eloquent\Model;
use Kanpai\Core\Cull\Verdict;

/**
 * One mark as it was made, with what stood before, so that it can be taken back.
 *
 * @property int $id
 * @property string $uuid given by the browser, so that a mark sent twice counts once
 * @property int $shoot_id
 * @property int $frame_id
 * @property int|null $member_id
 * @property Verdict $verdict_before
 * @property Verdict $verdict
 * @property int<0, 5> $rating_before
 * @property int<0, 5> $rating
 */
final class Mark extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $dateFormat = 'Y-m-d H:i:s.v';

    protected $casts = ['verdict' => Verdict::class, 'verdict_before' => Verdict::class, 'rating' => 'int', 'rating_before' => 'int', 'made_at' => 'immutable_datetime', 'taken_back_at' => 'immutable_datetime'];
}
