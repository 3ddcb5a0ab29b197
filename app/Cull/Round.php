<?php

declare(strict_types=1);

namespace App\Cull;

use App\Studio\FoundInOwnStudio;
use App\Studio\Shoot;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Kanpai\Core\Cull\Round\Doubt;
use Kanpai\Core\Cull\Round\RoundPlan;
use Kanpai\Core\Cull\Round\Source;

/**
 * One pass of culling.
 *
 * @property int $id
 * @property int $shoot_id
 * @property int $number
 * @property Source $source
 * @property int|null $set_id
 * @property int|null $from_round_id the round that went on before
 * @property Doubt $doubt
 * @property bool $starts_kept
 * @property int|null $target
 * @property float|null $per_minute
 * @property int|null $member_id
 * @property CarbonImmutable|null $discarded_at
 * @property CarbonImmutable $created_at
 */
final class Round extends Model
{
    use FoundInOwnStudio;

    protected $guarded = [];

    protected $dateFormat = 'Y-m-d H:i:s.v';

    protected $casts = [
        'source' => Source::class,
        'doubt' => Doubt::class,
        'starts_kept' => 'bool',
        'target' => 'int',
        'per_minute' => 'float',
        'discarded_at' => 'immutable_datetime',
        'created_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Shoot, $this> */
    public function shoot(): BelongsTo
    {
        return $this->belongsTo(Shoot::class);
    }

    public static function first(Shoot $shoot): self
    {
        return self::planned($shoot, RoundPlan::first(), null, null, null);
    }

    public static function planned(Shoot $shoot, RoundPlan $plan, ?int $set, ?int $from, ?int $member): self
    {
        return self::query()->create([
            'shoot_id' => $shoot->id,
            'number' => 1 + (int) self::query()->where('shoot_id', $shoot->id)->max('number'),
            'source' => $plan->source,
            'set_id' => $set,
            'from_round_id' => $from,
            'doubt' => $plan->doubt,
            'starts_kept' => $plan->startsKept,
            'target' => $plan->target,
            'per_minute' => $plan->perMinute,
            'member_id' => $member,
        ]);
    }

    public function plan(): RoundPlan
    {
        return RoundPlan::of($this->source, $this->doubt, $this->starts_kept, $this->target, $this->per_minute);
    }

    /** @return Builder<self> */
    public static function ofShoot(Shoot $shoot): Builder
    {
        return self::query()->where('shoot_id', $shoot->id)->orderBy('number');
    }

    public function inWords(): string
    {
        return "Round {$this->number}";
    }

    /**
     * @return array{id: int, name: string, doubt: string, startsKept: bool, source: string, target: int|null,
     *     perMinute: float|null}
     *   what a page needs to know of it
     */
    public function forPage(): array
    {
        return [
            'id' => $this->id,
            'name' => $this->inWords(),
            'doubt' => $this->doubt->value,
            'startsKept' => $this->starts_kept,
            'source' => $this->source->value,
            'target' => $this->target,
            'perMinute' => $this->per_minute,
        ];
    }
}
