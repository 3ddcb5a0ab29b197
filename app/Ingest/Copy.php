<?php

declare(strict_types=1);

namespace App\Ingest;

use Illuminate\Database\Eloquent\Model;

/**
 * Proof of copy: the file stands in a place, was read back from there, and had this checksum.
 *
 * @property int $file_id
 * @property string $place
 * @property string $hash
 */
final class Copy extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $casts = ['proved_at' => 'immutable_datetime'];
}
