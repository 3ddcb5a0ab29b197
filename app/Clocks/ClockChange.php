<?php

declare(strict_types=1);

namespace App\Clocks;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;

/**
 * One step in the clocks of a shoot, with what was there before, so that it can be undone.
 *
 * @property int $id
 * @property int $shoot_id
 * @property int $body_id
 * @property list<array<string, mixed>> $before rows of the clocks of the body
 * @property string $title what was done, in words
 * @property CarbonImmutable|null $undone_at
 */
final class ClockChange extends Model
{
    protected $guarded = [];

    protected $casts = ['before' => 'array', 'undone_at' => 'immutable_datetime'];

    public static function last(int $shoot): ?self
    {
        return self::query()->where('shoot_id', $shoot)->whereNull('undone_at')->orderByDesc('id')->first();
    }
}
