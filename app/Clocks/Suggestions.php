<?php

declare(strict_types=1);

namespace App\Clocks;

use App\Frames\Frame;
use App\Studio\Shoot;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Clocks\Clock;
use Kanpai\Core\Clocks\Offset;
use Kanpai\Core\Clocks\Suggest\ClockSample;
use Kanpai\Core\Clocks\Suggest\Suggesting;
use Kanpai\Core\Clocks\Suggest\Suggestion;
use Kanpai\Core\Studio\Zone;
use stdClass;

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
        $mine = $theirs = $local = [];
        foreach ($this->frames($shoot, [$body, $other]) as $frame) {
            if ((int) $frame->body_id === $body) {
                $instant = self::instant($frame, $shoot, $zone);
                $mine[] = self::sample($frame, $instant);
                $local[] = [$instant, (int) $frame->camera_ms];
            } else {
                $theirs[] = self::sample($frame, (int) $frame->taken_ms);
            }
        }
        $suggestion = app(Suggesting::class)->suggest($mine, $theirs);

        return [
            'suggestion' => $suggestion,
            'clock' => $suggestion->tells() ? self::clock($suggestion, $local, $zone) : null,
        ];
    }

    /** When a frame was taken if its clock was right but for its zone. */
    private static function instant(stdClass $frame, Shoot $shoot, ?Zone $zone): int
    {
        $read = (new Frame())->setRawAttributes((array) $frame)->cameraTime();

        return Clock::of(Offset::zero(), 0.0, null, $zone)->instant($read, $shoot->zone());
    }

    private static function sample(stdClass $frame, int $instant): ClockSample
    {
        return new ClockSample(
            (int) $frame->id,
            $instant,
            $frame->likeness === null ? null : (string) $frame->likeness,
        );
    }

    /**
     * @param  list<int>  $bodies
     * @return Collection<int, stdClass> dated frames, as their cameras read
     */
    private function frames(Shoot $shoot, array $bodies): Collection
    {
        return DB::table('frames')
            ->where('shoot_id', $shoot->id)
            ->whereIn('body_id', $bodies)
            ->where('is_dated', true)
            ->orderBy('camera_ms')
            ->get(['id', 'body_id', 'camera_ms', 'camera_zone', 'taken_ms', 'likeness']);
    }

    /** @param  list<array{int, int}>  $local  instants with what the camera read */
    private static function clock(Suggestion $suggestion, array $local, ?Zone $zone): Clock
    {
        // The drift counts from a local reading; the frame nearest to the middle says how far local time is from UTC.
        usort($local, fn (array $a, array $b): int => abs($a[0] - $suggestion->at) <=> abs($b[0] - $suggestion->at));
        $reading = $suggestion->at + $local[0][1] - $local[0][0];

        return Clock::of(
            Offset::ofMilliseconds($suggestion->offset),
            $suggestion->drift,
            $suggestion->drift === 0.0 ? null : $reading + $suggestion->offset,
            $zone,
        );
    }
}
