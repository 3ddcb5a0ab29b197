<?php

declare(strict_types=1);

namespace App\Looks;

use App\Frames\Body;
use App\Frames\Frame;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;

/**
 * What is known of the dust on the sensor of a body, in the frames of one shoot. It is found in the queue, once; when
 * further frames have come, anew.
 *
 * @phpstan-type Speck array{x: float, y: float, radius: float}
 */
final class SensorDust
{
    /** Frames that are looked at, spread over the shoot. */
    public const MOST = 80;

    /** Fewer tell nothing. */
    public const LEAST = 4;

    /** @return array{frames: int, looked: int, isDone: bool, specks: list<Speck>} */
    public static function of(Shoot $shoot, Body $body): array
    {
        $frames = min(self::MOST, self::frames($shoot->id, $body->id)->count());
        $known = self::row($shoot->id, $body->id)->first();
        if ($frames >= self::LEAST && ($known === null || $known->specks === null || (int) $known->frames < $frames)) {
            FindDust::soon($shoot, $body);

            return ['frames' => $frames, 'looked' => (int) ($known->looked ?? 0), 'isDone' => false, 'specks' => []];
        }
        $specks = json_decode((string) ($known->specks ?? '[]'), true);

        return [
            'frames' => $frames,
            'looked' => $frames,
            'isDone' => true,
            'specks' => is_array($specks) ? array_values($specks) : [],
        ];
    }

    /** @return Builder<Frame> with previews */
    public static function frames(int $shoot, int $body): Builder
    {
        return Frame::query()
            ->where(['shoot_id' => $shoot, 'body_id' => $body])
            ->whereNull('version_id')
            ->whereNotNull('large_path');
    }

    public static function row(int $shoot, int $body): \Illuminate\Database\Query\Builder
    {
        return DB::table('sensor_dust')->where(['shoot_id' => $shoot, 'body_id' => $body]);
    }
}
