<?php

declare(strict_types=1);

namespace App\Proof;

use Illuminate\Database\Eloquent\Model;

/**
 * One frame that a guest wants.
 *
 * @property int $guest_id
 * @property int $gallery_frame_id
 */
final class Choice extends Model
{
    public $timestamps = false;

    protected $guarded = [];
}
