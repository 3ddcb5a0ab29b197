<?php

declare(strict_types=1);

namespace App\Studio;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Facades\Auth;
use Kanpai\Core\Clock\Zone;

/**
 * One wedding, event or match.
 *
 * @property int $id
 * @property int $studio_id
 * @property string|null $uuid once it was archived
 * @property string $name
 * @property string $client
 * @property string $place
 * @property string $zone IANA name
 * @property CarbonImmutable $held_on
 * @property CarbonImmutable|null $promised_on
 * @property CarbonImmutable|null $finished_at
 * @property string|null $watched folder into which a raw editor writes
 * @property string $folder_pattern of the copies; empty with the other for the standard
 * @property string $file_pattern
 * @property Studio $studio
 */
final class Shoot extends Model
{
    protected $guarded = [];

    protected $attributes = ['folder_pattern' => '', 'file_pattern' => ''];

    protected $casts = ['held_on' => 'immutable_date', 'promised_on' => 'immutable_date', 'finished_at' => 'immutable_datetime'];

    /** @return BelongsTo<Studio, $this> */
    public function studio(): BelongsTo
    {
        return $this->belongsTo(Studio::class);
    }

    /** Only shoots of the signed-in member's own studio are ever found by an address. */
    public function resolveRouteBinding($value, $field = null): ?self
    {
        $member = Auth::user();

        return $member instanceof Member ? self::query()->where('studio_id', $member->studio_id)->whereKey($value)->first() : null;
    }

    /** @return Builder<self> unfinished, the next promised first */
    public static function toFinish(Studio $studio): Builder
    {
        return self::query()->where('studio_id', $studio->id)->whereNull('finished_at')->orderByRaw('promised_on IS NULL')->orderBy('promised_on')->orderByDesc('held_on')->orderByDesc('id');
    }

    public function zone(): Zone
    {
        return Zone::of($this->zone);
    }
}
