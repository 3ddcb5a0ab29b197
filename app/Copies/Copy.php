<?php

declare(strict_types=1);

namespace App\Copies;

use App\Frames\CardFile;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * Proof of copy: the file is in a place, was read back from there, and had this checksum.
 *
 * @property int $id
 * @property int $file_id
 * @property string $place
 * @property string $hash of what was read there last; empty when nothing could be read
 * @property CarbonImmutable $verified_at when it was read back last
 * @property CardFile $file
 */
final class Copy extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $dateFormat = 'Y-m-d H:i:s.v';

    protected $casts = ['verified_at' => 'immutable_datetime'];

    /** @return BelongsTo<CardFile, $this> */
    public function file(): BelongsTo
    {
        return $this->belongsTo(CardFile::class);
    }
}
