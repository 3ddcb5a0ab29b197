<?php

declare(strict_types=1);

namespace App\Clocks\Http;

use App\Clocks\BodyClock;
use App\Clocks\ClockWork;
use App\Clocks\Lane;
use App\Ingest\Body;
use App\Ingest\Frame;
use App\Ingest\Lanes;
use App\Studio\PictureAddress;
use App\Studio\Shoot;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Kanpai\Core\Clock\Clock;
use Kanpai\Core\Clock\DayLine;

final class ClocksController
{
    public function show(Request $request, Shoot $shoot, ClockWork $work): View
    {
        $bodies = Body::ofShoot($shoot);
        $body = $bodies->firstWhere('id', $request->integer('body')) ?? $bodies->first();
        if (! $body instanceof Body) {
            return view('clocks.show', ['shoot' => $shoot, 'bodies' => $bodies, 'body' => null]);
        }
        $clocks = BodyClock::ofShoot($shoot);
        $clock = $clocks[$body->id] ?? Clock::asRead();

        return view('clocks.show', [
            'shoot' => $shoot,
            'bodies' => $bodies,
            'names' => Lanes::names($shoot),
            'counts' => Frame::query()->where('shoot_id', $shoot->id)->groupBy('body_id')->selectRaw('body_id, COUNT(*) AS n')->pluck('n', 'body_id'),
            'body' => $body,
            'clocks' => $clocks,
            'clock' => $clock,
            'parts' => $clock->offset->parts(),
            'rightAt' => $clock->rightAt === null ? $this->firstReading($shoot, $body) : gmdate('Y-m-d H:i:s', intdiv($clock->rightAt, 1000)),
            ...$this->trial($shoot, $body, $clock, $work),
        ]);
    }

    /** What a clock would do, before it is used. */
    public function try(ClockRequest $request, Shoot $shoot, Body $body, ClockWork $work): View
    {
        $clock = $request->clock();

        return view('clocks.trial', ['shoot' => $shoot, 'body' => $this->own($shoot, $body), 'names' => Lanes::names($shoot), 'clock' => $clock, 'clocks' => BodyClock::ofShoot($shoot), ...$this->trial($shoot, $body, $clock, $work)]);
    }

    public function store(ClockRequest $request, Shoot $shoot, Body $body, ClockWork $work): RedirectResponse
    {
        $clock = $request->clock();
        $work->set($shoot, $this->own($shoot, $body)->id, $clock);
        $set = BodyClock::ofShoot($shoot);
        $next = Body::ofShoot($shoot)->first(fn (Body $other): bool => ! isset($set[$other->id])) ?? $body;

        return redirect()->route('clocks.show', [$shoot, 'body' => $next->id])->with('said', Lanes::names($shoot)[$body->id].': '.($clock->isAsRead() ? 'the clock is right as it is.' : "all frames moved by {$clock->offset}; everything is sorted anew. Originals are not touched."));
    }

    /** @return array<string, mixed> */
    private function trial(Shoot $shoot, Body $body, Clock $clock, ClockWork $work): array
    {
        $tried = $work->tried($shoot, $body->id, $clock);
        $line = DayLine::over([...$tried['read'], ...$tried['after']], 1110);
        $of = Frame::query()->where('shoot_id', $shoot->id)->pluck('body_id', 'id');
        $lanes = [];
        foreach (Body::ofShoot($shoot) as $other) {
            $ids = array_map(intval(...), $of->filter(fn ($id): bool => (int) $id === $other->id)->keys()->values()->all());
            $lanes[$other->id] = new Lane($line, $this->those($tried['read'], $ids), $this->those($tried['after'], $ids));
        }

        return ['line' => $line, 'lanes' => $lanes, 'moved' => $tried['moved'], 'changed' => $tried['changed'], 'all' => count($tried['after']), 'marks' => $line?->scale($shoot->zone(), 10) ?? [], 'together' => $this->together($shoot, $body, $tried['after'])];
    }

    /**
     * @param  array<int, int>  $instants
     * @param  array<int>  $frames
     * @return list<int>
     */
    private function those(array $instants, array $frames): array
    {
        return array_values(array_map(fn (int $frame): int => $instants[$frame], $frames));
    }

    /**
     * Pairs to judge the clock by: frames of this body with the nearest frame of each other body.
     *
     * @param  array<int, int>  $instants
     * @return list<array{frame: Frame, instant: int, small: string, name: string, apart: int|null}>
     */
    private function together(Shoot $shoot, Body $body, array $instants): array
    {
        asort($instants);
        $bodyOf = Frame::query()->where('shoot_id', $shoot->id)->pluck('body_id', 'id')->map(fn ($id): int => (int) $id)->all();
        $best = null;
        $last = null;
        foreach ($instants as $frame => $instant) {
            if ($last !== null && $bodyOf[$frame] !== $bodyOf[$last] && ($bodyOf[$frame] === $body->id || $bodyOf[$last] === $body->id)) {
                $apart = $instant - $instants[$last];
                if ($best === null || $apart < $best[2]) {
                    $best = [$last, $frame, $apart];
                }
            }
            $last = $frame;
        }
        if ($best === null) {
            return [];
        }
        $frames = Frame::query()->whereKey([$best[0], $best[1]])->get()->keyBy('id');
        $names = Lanes::names($shoot);
        $pair = [];
        foreach ([$best[0], $best[1]] as $i => $id) {
            $frame = $frames[$id];
            assert($frame instanceof Frame);
            $pair[] = ['frame' => $frame, 'instant' => $instants[$id], 'small' => PictureAddress::orNothing($frame->large_path ?? $frame->small_path), 'name' => $names[$frame->body_id], 'apart' => $i === 1 ? $best[2] : null];
        }

        return $pair;
    }

    private function own(Shoot $shoot, Body $body): Body
    {
        abort_unless(Frame::query()->where(['shoot_id' => $shoot->id, 'body_id' => $body->id])->exists(), 404);

        return $body;
    }

    private function firstReading(Shoot $shoot, Body $body): string
    {
        return gmdate('Y-m-d H:i:s', intdiv((int) Frame::query()->where(['shoot_id' => $shoot->id, 'body_id' => $body->id, 'is_dated' => true])->min('camera_ms'), 1000));
    }
}
