<?php

declare(strict_types=1);

namespace App\Clocks;

use App\Ingest\Frame;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Card\CameraTime;
use Kanpai\Core\Clock\Clock;
use Kanpai\Core\Clock\MergedOrder;

/** Works out what a clock would do to the frames of a shoot, and does it. Originals are not touched. */
final class ClockWork
{
    private const BATCH = 1000;

    /**
     * @return array{read: array<int, int>, after: array<int, int>, moved: int, changed: int} instants by frame, as the
     *                                                                                      camera wrote them and by this
     *                                                                                      clock; frames of the body; of
     *                                                                                      all, how many change their place
     */
    public function tried(Shoot $shoot, int $body, Clock $clock): array
    {
        $before = Frame::query()->where('shoot_id', $shoot->id)->pluck('taken_ms', 'id')->map(fn ($ms): int => (int) $ms)->all();
        $moved = $this->instants($shoot, $body, $clock);
        $after = $moved + $before;

        return ['read' => $this->instants($shoot, $body, Clock::asRead()) + $before, 'after' => $after, 'moved' => count($moved), 'changed' => MergedOrder::changedPlaces($before, $after)];
    }

    /** Keeps the clock and lets the frames of the body follow. */
    public function set(Shoot $shoot, int $body, Clock $clock): void
    {
        DB::transaction(function () use ($shoot, $body, $clock): void {
            BodyClock::query()->updateOrCreate(['shoot_id' => $shoot->id, 'body_id' => $body], ['offset_ms' => $clock->offset->milliseconds, 'drift' => $clock->drift, 'right_at_ms' => $clock->rightAt]);
            $this->follow($shoot, $body, $clock);
        });
        event(new ClockSet($shoot, $body));
    }

    /** Brings the frames of a body in step with its clock. */
    public function follow(Shoot $shoot, int $body, Clock $clock): void
    {
        foreach (array_chunk($this->instants($shoot, $body, $clock), self::BATCH, true) as $batch) {
            $cases = '';
            foreach ($batch as $frame => $instant) {
                $cases .= " WHEN {$frame} THEN {$instant}";
            }
            DB::update("UPDATE frames SET taken_ms = CASE id{$cases} END WHERE id IN (".implode(',', array_keys($batch)).')');
        }
    }

    /** @return array<int, int> frame => instant by this clock */
    private function instants(Shoot $shoot, int $body, Clock $clock): array
    {
        $zone = $shoot->zone();
        $instants = [];
        foreach (DB::table('frames')->where(['shoot_id' => $shoot->id, 'body_id' => $body, 'is_dated' => true])->get(['id', 'camera_ms', 'camera_zone']) as $frame) {
            $instants[(int) $frame->id] = $clock->instant(CameraTime::of((int) $frame->camera_ms, $frame->camera_zone === null ? null : (int) $frame->camera_zone), $zone);
        }

        return $instants;
    }
}
