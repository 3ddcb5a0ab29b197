<?php

declare(strict_types=1);

namespace App\Clocks;

use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Model;
use Kanpai\Core\Clock\Clock;
use Kanpai\Core\Clock\Offset;

/**
 * The clock of a body in a shoot.
 *
 * @property int $shoot_id
 * @property int $body_id
 * @property int $offset_ms
 * @property float $drift seconds a day
 * @property int|null $right_at_ms
 */
final class BodyClock extends Model
{
    protected $table = 'clocks';

    protected $guarded = [];

    protected $casts = ['drift' => 'float'];

    public function clock(): Clock
    {
        return Clock::of(Offset::ofMilliseconds($this->offset_ms), $this->drift, $this->right_at_ms);
    }

    /** @return array<int, Clock> body => clock, where one was set */
    public static function ofShoot(Shoot $shoot): array
    {
        return self::query()->where('shoot_id', $shoot->id)->get()->mapWithKeys(fn (self $row): array => [$row->body_id => $row->clock()])->all();
    }
}
