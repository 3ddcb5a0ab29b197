<?php

declare(strict_types=1);

namespace App\Clocks;

use App\Frames\Frame;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Clocks\Clock;
use Kanpai\Core\Clocks\Offset;
use Kanpai\Core\Clocks\Suggest\Sight;
use Kanpai\Core\Clocks\Suggest\Suggesting;
use Kanpai\Core\Clocks\Suggest\Suggestion;
use Kanpai\Core\Studio\Zone;

/** Asks the frames of two bodies how far their clocks are apart. */
final class Suggestions
{
    /**
     * @param  int  $other  the body whose frames are taken to be right, by the clock it has
     * @param  Zone|null  $zone  that the clock is to have
     * @return array{suggestion: Suggestion, clock: Clock|null}
     */
    public function of(Shoot $shoot, int $body, int $other, ?Zone $zone): array
    {
        $zoned = Clock::of(Offset::zero(), 0.0, null, $zone);
        $shown = $shoot->zone();
        $mine = $theirs = [];
        $local = [];
        foreach (
            DB::table('frames')
                ->where('shoot_id', $shoot->id)
                ->whereIn('body_id', [$body, $other])
                ->where('is_dated', true)
                ->orderBy('camera_ms')
                ->get(['id', 'body_id', 'camera_ms', 'camera_zone', 'taken_ms', 'likeness']) as $frame
        ) {
            $likeness = $frame->likeness === null ? null : (string) $frame->likeness;
            if ((int) $frame->body_id === $body) {
                $instant = $zoned->instant((new Frame())->setRawAttributes((array) $frame)->cameraTime(), $shown);
                $mine[] = new Sight((int) $frame->id, $instant, $likeness);
                $local[] = [$instant, (int) $frame->camera_ms];
            } else {
                $theirs[] = new Sight((int) $frame->id, (int) $frame->taken_ms, $likeness);
            }
        }
        $suggestion = app(Suggesting::class)->suggest($mine, $theirs);
        if (! $suggestion->tells()) {
            return ['suggestion' => $suggestion, 'clock' => null];
        }
        // The drift counts from a local reading; the frame nearest to the middle says how far local time is from UTC.
        usort($local, fn (array $a, array $b): int => abs($a[0] - $suggestion->at) <=> abs($b[0] - $suggestion->at));
        $reading = $suggestion->at + $local[0][1] - $local[0][0];

        return [
            'suggestion' => $suggestion,
            'clock' => Clock::of(
                Offset::ofMilliseconds($suggestion->offset),
                $suggestion->drift,
                $suggestion->drift === 0.0 ? null : $reading + $suggestion->offset,
                $zone,
            ),
        ];
    }
}
