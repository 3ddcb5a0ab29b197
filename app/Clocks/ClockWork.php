<?php

declare(strict_types=1);

namespace App\Clocks;

use App\Frames\Frame;
use App\Studio\Member;
use App\Studio\Revised;
use App\Studio\Shoot;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Clocks\ClocksOfBody;
use Kanpai\Core\Clocks\InvalidClock;
use Kanpai\Core\Clocks\MergedOrder;
use Kanpai\Core\Clocks\ScopedClock;
use Kanpai\Core\Clocks\YearOfShoot;
use Kanpai\Core\Frames\CameraTime;
use Kanpai\Core\Studio\Zone;
use stdClass;

/** Works out what a clock would do to the frames of a shoot, does it, and takes it back. Originals are not touched. */
final class ClockWork
{
    private const BATCH = 2000;

    /** Distances by which frames are moved with a statement each. */
    private const FEW = 4;

    /**
     * @return array{after: array<int, int>, moved: int, changed: int, all: int, twice: int, never: int} instants of the
     *     body's frames by this clock; how many of them move, how many of all change their place, how many readings
     *     happened twice or never
     *
     * @throws InvalidClock when frames would go to another year
     */
    public function tried(Shoot $shoot, int $body, ScopedClock $scoped): array
    {
        $taken = DB::table('frames')->where('shoot_id', $shoot->id)->pluck('taken_ms', 'id');
        $before = array_map(intval(...), $taken->all());
        $clocks = $this->with($shoot, $body, $scoped);
        $after = $this->instants($shoot, $body, $clocks);
        $this->checkYear($shoot, $body, $after);

        return [
            'after' => $after,
            'moved' => count(array_diff_assoc($after, $before)),
            'changed' => MergedOrder::changedPlaces($before, $after + $before),
            'all' => count($before),
            ...$this->doubtful($shoot, $body, $clocks),
        ];
    }

    /**
     * Keeps the clock and lets the frames of the body follow.
     *
     * @throws InvalidClock when frames would go to another year; nothing is changed then
     */
    public function set(Shoot $shoot, int $body, ScopedClock $scoped, ?Member $member = null): void
    {
        $this->change($shoot, $body, (string) $scoped->clock, $member, function () use ($shoot, $body, $scoped): void {
            // Taken out and put in again, so that of clocks with the same scope the latest holds.
            BodyClock::ofBody($shoot, $body)->where(BodyClock::scope($scoped))->delete();
            BodyClock::query()->create(['shoot_id' => $shoot->id, 'body_id' => $body, ...BodyClock::columns($scoped)]);
        });
    }

    /** Takes one of several clocks of a body away. */
    public function remove(Shoot $shoot, BodyClock $clock, ?Member $member = null): void
    {
        $this->change(
            $shoot,
            $clock->body_id,
            'without the clock for '.$clock->scopeInWords(),
            $member,
            fn () => $clock->delete(),
        );
    }

    /** Undoes the last change that was not undone. */
    public function takeBack(Shoot $shoot): ?ClockChange
    {
        return DB::transaction(function () use ($shoot): ?ClockChange {
            Revised::Frames->hold($shoot->id);
            $change = ClockChange::last($shoot->id);
            if (
                $change === null ||
                ClockChange::query()
                    ->whereKey($change->id)
                    ->whereNull('undone_at')
                    ->update(['undone_at' => now()]) === 0
            ) {
                return null;
            }
            BodyClock::ofBody($shoot, $change->body_id)->delete();
            BodyClock::query()->insert($change->before);
            $this->follow($shoot, $change->body_id);
            event(new ClockSet($shoot, $change->body_id));

            return $change;
        });
    }

    /** Brings the frames of a body in step with its clocks. */
    public function follow(Shoot $shoot, int $body): void
    {
        $instants = $this->instants($shoot, $body, BodyClock::ofShoot($shoot)[$body] ?? ClocksOfBody::of([]));
        $taken = DB::table('frames')
            ->where(['shoot_id' => $shoot->id, 'body_id' => $body])
            ->pluck('taken_ms', 'id');
        $before = array_map(intval(...), $taken->all());
        $changed = array_diff_assoc($instants, $before);
        // All frames of one distance are moved by one statement; only a drift has more than a few.
        $distances = [];
        foreach ($changed as $frame => $instant) {
            $distances[$instant - $before[$frame]][] = $frame;
        }
        count($distances) <= self::FEW ? $this->moveBy($distances) : $this->moveTo($changed);
    }

    /** @param  array<int, list<int>>  $distances  milliseconds => frames */
    private function moveBy(array $distances): void
    {
        foreach ($distances as $distance => $frames) {
            foreach (array_chunk($frames, self::BATCH) as $ids) {
                Frame::query()->whereIntegerInRaw('id', $ids)->toBase()->increment('taken_ms', $distance);
            }
        }
    }

    /** @param  array<int, int>  $instants  frame => milliseconds */
    private function moveTo(array $instants): void
    {
        DB::statement(
            'CREATE TEMPORARY TABLE IF NOT EXISTS new_times (id BIGINT UNSIGNED PRIMARY KEY, taken_ms BIGINT NOT '.
                'NULL) ENGINE=MEMORY',
        );
        DB::delete('DELETE FROM new_times');
        $row = fn (int $frame, int $instant): string => "({$frame},{$instant})";
        foreach (array_chunk($instants, self::BATCH, true) as $some) {
            DB::insert('INSERT INTO new_times VALUES '.implode(',', array_map($row, array_keys($some), $some)));
        }
        DB::update('UPDATE frames JOIN new_times ON new_times.id = frames.id SET frames.taken_ms = new_times.taken_ms');
    }

    /** @param  callable(): mixed  $doing */
    private function change(Shoot $shoot, int $body, string $title, ?Member $member, callable $doing): void
    {
        DB::transaction(function () use ($shoot, $body, $title, $member, $doing): void {
            Revised::Frames->hold($shoot->id);
            $before = BodyClock::ofBody($shoot, $body)->toBase()->get()->map(fn ($row): array => (array) $row)->all();
            $doing();
            $clocks = BodyClock::ofShoot($shoot)[$body] ?? ClocksOfBody::of([]);
            $this->checkYear($shoot, $body, $this->instants($shoot, $body, $clocks));
            self::remember($shoot, $body, $title, $member, $before);
            $this->follow($shoot, $body);
            event(new ClockSet($shoot, $body));
        });
    }

    /** @param  array<int, array<string, mixed>>  $before  rows of the clocks of the body */
    private static function remember(Shoot $shoot, int $body, string $title, ?Member $member, array $before): void
    {
        ClockChange::query()->create([
            'shoot_id' => $shoot->id,
            'body_id' => $body,
            'member_id' => $member?->id,
            'before' => $before,
            'title' => mb_substr($title, 0, 255),
        ]);
    }

    /** The clocks of a body as they would be with this one. */
    private function with(Shoot $shoot, int $body, ScopedClock $scoped): ClocksOfBody
    {
        $others = BodyClock::ofBody($shoot, $body)
            ->get()
            ->map(fn (BodyClock $row): ScopedClock => $row->scoped())
            ->reject(fn (ScopedClock $other): bool => BodyClock::scope($other) === BodyClock::scope($scoped));

        return ClocksOfBody::of([...array_values($others->all()), $scoped]);
    }

    /**
     * @param  array<int, int>  $after
     *
     * @throws InvalidClock
     */
    private function checkYear(Shoot $shoot, int $body, array $after): void
    {
        $read = $this->instants($shoot, $body, ClocksOfBody::of([]));
        YearOfShoot::check(
            $read,
            $after,
            $shoot->zone(),
            $shoot->zone()->instant($shoot->held_on->getTimestamp() * 1000),
        );
    }

    /** @return array<int, int> frame => instant by these clocks */
    private function instants(Shoot $shoot, int $body, ClocksOfBody $clocks): array
    {
        $zone = $shoot->zone();
        $instants = [];
        foreach ($this->readings($shoot, $body) as $frame) {
            $instants[(int) $frame->id] = $clocks->instant((int) $frame->card_id, self::time($frame), $zone);
        }

        return $instants;
    }

    /**
     * @return array{twice: int, never: int}
     *   frames whose time is a guess, because the clocks of their zone changed in that hour
     */
    private function doubtful(Shoot $shoot, int $body, ClocksOfBody $clocks): array
    {
        $shown = $shoot->zone();
        $count = ['twice' => 0, 'never' => 0];
        foreach ($this->readings($shoot, $body) as $frame) {
            $time = self::time($frame);
            $clock = $clocks->at((int) $frame->card_id, $time->milliseconds);
            $zone = $clock->zone ?? ($time->offsetMinutes === null ? $shown : null);
            $ways = $zone instanceof Zone ? count($zone->instants($clock->corrected($time->milliseconds))) : 1;
            $count['twice'] += $ways > 1 ? 1 : 0;
            $count['never'] += $ways === 0 ? 1 : 0;
        }

        return $count;
    }

    /** @return Collection<int, stdClass> */
    private function readings(Shoot $shoot, int $body): Collection
    {
        return DB::table('frames')
            ->where(['shoot_id' => $shoot->id, 'body_id' => $body, 'is_dated' => true])
            ->get(['id', 'card_id', 'camera_ms', 'camera_zone']);
    }

    private static function time(stdClass $frame): CameraTime
    {
        return CameraTime::of((int) $frame->camera_ms, $frame->camera_zone === null ? null : (int) $frame->camera_zone);
    }
}
