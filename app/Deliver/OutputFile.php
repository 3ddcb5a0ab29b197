<?php

declare(strict_types=1);

namespace App\Deliver;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;

/**
 * A file that was written.
 *
 * @property int $output_id
 * @property int $frame_id
 * @property string $path below the folder of outputs
 * @property string $fingerprint
 * @property int $bytes
 * @property string $hash xxh128
 * @property int $width
 * @property int $height
 * @property CarbonImmutable $made_at
 */
final class OutputFile extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $casts = ['bytes' => 'int', 'width' => 'int', 'height' => 'int', 'made_at' => 'immutable_datetime'];

    public function isThere(): bool
    {
        return is_file(config('kanpai.outputs').'/'.$this->path);
    }

    /** Whether the file is there, written in this way and under this name. */
    public function isStill(string $fingerprint, string $path): bool
    {
        return $this->fingerprint === $fingerprint && $this->path === $path && $this->isThere();
    }
}
