<?php

declare(strict_types=1);

namespace App\Clocks;

use App\Frames\Frame;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Collection;
use Kanpai\Core\Clocks\Clock;
use Kanpai\Core\Clocks\ContradictoryTies;
use Kanpai\Core\Clocks\GpsTies;
use Kanpai\Core\Clocks\InvalidTime;
use Kanpai\Core\Clocks\ScopedClock;
use Kanpai\Core\Clocks\Tie;
use Kanpai\Core\Clocks\TieFit;
use Kanpai\Core\Clocks\TypedTime;
use Kanpai\Core\Clocks\UnusableTie;
use Kanpai\Core\Studio\Zone;

/**
 * The ties of a shoot: made by hand, or known from GPS; and the clock that those of one body ask for.
 *
 * @phpstan-type Known array{id: int|null, kind: 'frame'|'time'|'gps', frame: int, other: int|null, tie: Tie,
 *     note: string, instant: int}
 */
final class Ties
{
    /** @throws UnusableTie */
    public function frames(Shoot $shoot, Frame $frame, Frame $other, string $note): FrameTie
    {
        foreach ([$frame, $other] as $one) {
            if (! $one->is_dated) {
                throw UnusableTie::undated($one->name);
            }
        }
        if ($frame->id === $other->id) {
            throw UnusableTie::withItself();
        }
        if ($frame->body_id === $other->body_id) {
            throw UnusableTie::sameBody();
        }

        return FrameTie::query()->firstOrCreate(
            [
                'shoot_id' => $shoot->id,
                'frame_id' => min($frame->id, $other->id),
                'other_frame_id' => max($frame->id, $other->id),
            ],
            ['note' => $note],
        );
    }

    /**
     * @param  string  $time  as somebody typed it
     *
     * @throws UnusableTie
     * @throws InvalidTime
     */
    public function time(Shoot $shoot, Frame $frame, string $time, string $note): FrameTie
    {
        if (! $frame->is_dated) {
            throw UnusableTie::undated($frame->name);
        }
        $instant = TypedTime::instant($time, $shoot->zone(), $frame->taken_ms);

        return FrameTie::query()->updateOrCreate(
            ['shoot_id' => $shoot->id, 'frame_id' => $frame->id, 'other_frame_id' => null],
            ['true_ms' => $instant, 'note' => $note],
        );
    }

    /**
     * What is known of a body's frames. Where ties were made by hand they count alone: somebody looked.
     *
     * @param  ScopedClock  $scoped  its scope says which frames count, its zone what they should have shown
     * @return list<Known> in the order of their readings
     */
    public function ofBody(Shoot $shoot, int $body, ScopedClock $scoped): array
    {
        $zoned = Clock::asRead();
        if ($scoped->clock->zone !== null) {
            $zoned = Clock::of($zoned->offset, 0.0, null, $scoped->clock->zone);
        }
        $known = [];
        foreach ($this->byHand($shoot) as $row) {
            [$mine, $theirs] = $row->frame->body_id === $body ? [$row->frame, $row->other] : [$row->other, $row->frame];
            if ($mine?->body_id === $body && $scoped->covers($mine->card_id, $mine->camera_ms)) {
                $known[] = self::known($row, $mine, $theirs, $zoned, $shoot->zone());
            }
        }
        if ($known === []) {
            $known = $this->byGps($shoot, $body, $scoped, $zoned);
        }
        usort($known, fn (array $a, array $b): int => $a['tie']->reading <=> $b['tie']->reading);

        return $known;
    }

    /** @return Known */
    private static function known(FrameTie $row, Frame $mine, ?Frame $theirs, Clock $zoned, Zone $shown): array
    {
        $instant = $row->true_ms ?? ($theirs->taken_ms ?? 0);

        return [
            'id' => $row->id,
            'kind' => $row->true_ms === null ? 'frame' : 'time',
            'frame' => $mine->id,
            'other' => $row->true_ms === null ? $theirs?->id : null,
            'tie' => Tie::of($mine->camera_ms, $zoned->rightReading($instant, $mine->cameraTime(), $shown)),
            'note' => $row->note,
            'instant' => $instant,
        ];
    }

    /**
     * @param  list<Known>  $known
     *
     * @throws ContradictoryTies
     */
    public function fit(array $known, ?Zone $zone): ?TieFit
    {
        return $known === [] ? null : TieFit::of(array_map(fn (array $one): Tie => $one['tie'], $known), $zone);
    }

    /** @return Collection<int, FrameTie> */
    private function byHand(Shoot $shoot): Collection
    {
        return FrameTie::query()->where('shoot_id', $shoot->id)->with('frame', 'other')->orderBy('id')->get();
    }

    /** @return list<Known> */
    private function byGps(Shoot $shoot, int $body, ScopedClock $scoped, Clock $zoned): array
    {
        $frames = Frame::query()
            ->where(['shoot_id' => $shoot->id, 'body_id' => $body, 'is_dated' => true])
            ->whereNotNull('gps_ms')
            ->get()
            ->filter(fn (Frame $frame): bool => $scoped->covers($frame->card_id, $frame->camera_ms))
            ->keyBy('id');
        $readings = $frames->map(fn (Frame $frame): array => [
            'reading' => $frame->camera_ms,
            'right' => $zoned->rightReading((int) $frame->gps_ms, $frame->cameraTime(), $shoot->zone()),
        ]);
        $known = [];
        foreach (GpsTies::of($readings->all()) as $frame => $tie) {
            $known[] = [
                'id' => null,
                'kind' => 'gps',
                'frame' => $frame,
                'other' => null,
                'tie' => $tie,
                'note' => '',
                'instant' => (int) $frames[$frame]?->gps_ms,
            ];
        }

        return $known;
    }
}
