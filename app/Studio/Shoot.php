<?php

declare(strict_types=1);

namespace App\Studio;

use App\Frames\Frame;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Facades\Auth;
use Kanpai\Core\Studio\Zone;

/**
 * One wedding, event or match.
 *
 * @property int $id
 * @property int $studio_id
 * @property string|null $uuid once it was archived
 * @property string $name
 * @property string $client
 * @property string $venue
 * @property string $zone IANA name
 * @property CarbonImmutable $held_on
 * @property CarbonImmutable|null $promised_on
 * @property CarbonImmutable|null $finished_at
 * @property CarbonImmutable|null $removal_at since when it is being deleted
 * @property string|null $watched folder into which a raw editor writes
 * @property string $folder_pattern of the copies; empty with the other for the standard
 * @property string $file_pattern
 * @property Studio $studio
 */
final class Shoot extends Model
{
    protected $guarded = [];

    protected $attributes = ['folder_pattern' => '', 'file_pattern' => ''];

    protected $casts = [
        'held_on' => 'immutable_date',
        'promised_on' => 'immutable_date',
        'finished_at' => 'immutable_datetime',
        'removal_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Studio, $this> */
    public function studio(): BelongsTo
    {
        return $this->belongsTo(Studio::class);
    }

    /** Only shoots of the signed-in member's own studio are ever found by an address. */
    public function resolveRouteBinding($value, $field = null): ?self
    {
        $member = Auth::user();

        return $member instanceof Member
            ? self::query()->where('studio_id', $member->studio_id)->whereNull('removal_at')->whereKey($value)->first()
            : null;
    }

    /** @return Builder<self> unfinished, the next promised first */
    public static function toFinish(Studio $studio): Builder
    {
        return self::query()
            ->where('studio_id', $studio->id)
            ->whereNull('removal_at')
            ->whereNull('finished_at')
            ->orderByRaw('promised_on IS NULL')
            ->orderBy('promised_on')
            ->orderByDesc('held_on')
            ->orderByDesc('id');
    }

    /** @return Builder<self> those that are finished, the last first */
    public static function finished(Studio $studio): Builder
    {
        return self::query()
            ->where('studio_id', $studio->id)
            ->whereNull('removal_at')
            ->whereNotNull('finished_at')
            ->orderByDesc('finished_at');
    }

    /** @return Builder<self> whose name, client or venue has every word that is sought */
    public static function found(Studio $studio, string $sought): Builder
    {
        $query = self::query()->where('studio_id', $studio->id)->whereNull('removal_at');
        foreach (array_slice(preg_split('/\s+/u', $sought, -1, PREG_SPLIT_NO_EMPTY) ?: [], 0, 8) as $word) {
            $like = '%'.addcslashes(mb_substr($word, 0, 60), '%_\\').'%';
            $query->where(
                fn (Builder $any) => $any
                    ->where('name', 'like', $like)
                    ->orWhere('client', 'like', $like)
                    ->orWhere('venue', 'like', $like),
            );
        }

        return $query;
    }

    /** @return HasMany<Frame, $this> */
    public function frames(): HasMany
    {
        return $this->hasMany(Frame::class);
    }

    public function zone(): Zone
    {
        return Zone::of($this->zone);
    }
}
