<?php

declare(strict_types=1);

namespace App\Looks;

use App\Frames\Body;
use App\Frames\Frame;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;

/**
 * What is known of the dust on the sensor of a body, in the frames of one shoot. It is found in the queue, once; when
 * further frames have come, anew.
 *
 * @phpstan-type Speck array{x: float, y: float, radius: float}
 */
final class SensorDust
{
    /** Moments that are looked at, spread over the shoot, and frames of each. */
    private const MOMENTS = 40;

    private const OF_EACH = 2;

    /** Fewer frames tell nothing. */
    private const LEAST = 4;

    /** @return array{frames: int, looked: int, isDone: bool, specks: list<Speck>} */
    public static function of(Shoot $shoot, Body $body): array
    {
        $frames = count(self::chosen($shoot->id, $body->id));
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

    /** @return list<int> frames that are looked at: the first of some moments */
    public static function chosen(int $shoot, int $body): array
    {
        $frames = Frame::query()
            ->toBase()
            ->where(['shoot_id' => $shoot, 'body_id' => $body])
            ->whereNull('version_id')
            ->whereNotNull('large_path')
            ->orderBy('taken_ms')
            ->get(['id', 'moment']);
        $moments = $frames->groupBy('moment')->values();
        $step = max(1.0, $moments->count() / self::MOMENTS);
        $chosen = [];
        for ($at = 0.0; $at < $moments->count(); $at += $step) {
            foreach (($moments[(int) $at] ?? collect())->take(self::OF_EACH) as $frame) {
                $chosen[] = (int) $frame->id;
            }
        }

        return $chosen;
    }

    public static function row(int $shoot, int $body): \Illuminate\Database\Query\Builder
    {
        return DB::table('sensor_dust')->where(['shoot_id' => $shoot, 'body_id' => $body]);
    }
}
