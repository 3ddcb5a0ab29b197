<?php

declare(strict_types=1);

namespace App\Clocks;

use App\Ingest\Card;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Kanpai\Core\Clocks\Clock;
use Kanpai\Core\Clocks\ClocksOfBody;
use Kanpai\Core\Clocks\Offset;
use Kanpai\Core\Clocks\ScopedClock;
use Kanpai\Core\Frames\CameraTime;
use Kanpai\Core\Studio\Zone;

/**
 * A clock of a body in a shoot: for all of its frames, one card, or a span of its readings.
 *
 * @property int $id
 * @property int $shoot_id
 * @property int $body_id
 * @property int|null $card_id
 * @property int|null $from_ms
 * @property int|null $to_ms
 * @property int $offset_ms
 * @property float $drift seconds a day
 * @property int|null $right_at_ms
 * @property string|null $zone
 */
final class BodyClock extends Model
{
    protected $table = 'clocks';

    protected $guarded = [];

    protected $casts = ['drift' => 'float'];

    public function scoped(): ScopedClock
    {
        $zone = $this->zone === null ? null : Zone::of($this->zone);

        return ScopedClock::within(
            Clock::of(Offset::ofMilliseconds($this->offset_ms), $this->drift, $this->right_at_ms, $zone),
            $this->card_id,
            $this->from_ms,
            $this->to_ms,
        );
    }

    /** @return array<string, float|int|string|null> */
    public static function columns(ScopedClock $scoped): array
    {
        return [
            ...self::scope($scoped),
            'offset_ms' => $scoped->clock->offset->milliseconds,
            'drift' => $scoped->clock->drift,
            'right_at_ms' => $scoped->clock->rightAt,
            'zone' => $scoped->clock->zone?->name(),
        ];
    }

    /** @return array<string, int|null> */
    public static function scope(ScopedClock $scoped): array
    {
        return ['card_id' => $scoped->card, 'from_ms' => $scoped->from, 'to_ms' => $scoped->to];
    }

    /** @return Builder<self> in the order they were set */
    public static function ofBody(Shoot $shoot, int $body): Builder
    {
        return self::query()
            ->where(['shoot_id' => $shoot->id, 'body_id' => $body])
            ->orderBy('id');
    }

    /** @return array<int, ClocksOfBody> body => its clocks, where any was set */
    public static function ofShoot(Shoot $shoot): array
    {
        return self::query()
            ->where('shoot_id', $shoot->id)
            ->orderBy('id')
            ->get()
            ->groupBy('body_id')
            ->map(
                fn ($rows): ClocksOfBody => ClocksOfBody::of(
                    array_values($rows->map(fn (self $row): ScopedClock => $row->scoped())->all()),
                ),
            )
            ->all();
    }

    /** “all frames”, “card 3”, “10:00:00 to 12:30:00”: what it holds for. */
    public function scopeInWords(): string
    {
        $words = $this->card_id === null ? [] : ['card '.Card::query()->whereKey($this->card_id)->value('number')];
        if ($this->from_ms !== null || $this->to_ms !== null) {
            $time = fn (?int $reading): ?string => $reading === null
                ? null
                : substr((string) CameraTime::of($reading), 0, 19);
            $words[] = match (true) {
                $this->to_ms === null => 'readings from '.$time($this->from_ms),
                $this->from_ms === null => 'readings up to '.$time($this->to_ms),
                default => 'readings '.$time($this->from_ms).' to '.$time($this->to_ms),
            };
        }

        return $words === [] ? 'all frames' : implode(', ', $words);
    }
}
