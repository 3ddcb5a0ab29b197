<?php

declare(strict_types=1);

namespace App\Clocks\Http;

use App\Clocks\FrameTie;
use App\Clocks\SuggestClock;
use App\Clocks\Ties;
use App\Frames\Body;
use App\Frames\Frame;
use App\Ingest\Lanes;
use App\Studio\PictureAddress;
use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\TaskState;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Clocks\ContradictoryTies;
use Kanpai\Core\Clocks\InvalidTime;
use Kanpai\Core\Clocks\UnusableTie;

/** Ties and suggestions: ways to find a clock, none of which uses it by itself. */
final class TiesController
{
    public function __construct(private readonly Ties $ties)
    {
    }

    /** The ties of a body with the clock they ask for. */
    public function index(ClockRequest $request, Shoot $shoot, Body $body): View
    {
        $scoped = $request->clock();
        $known = $this->ties->ofBody($shoot, $body->id, $scoped);
        $fit = null;
        $problem = null;
        $residuals = [];
        $worst = null;
        try {
            $fit = $this->ties->fit($known, $scoped->clock->zone);
            $residuals = $fit->residuals ?? [];
            $worst = $fit?->worst;
        } catch (ContradictoryTies $reason) {
            $problem = $reason->getMessage();
            $residuals = $reason->residuals;
            $worst = $reason->worst;
        }
        $frames = Frame::query()
            ->whereKey(array_merge(array_column($known, 'frame'), array_filter(array_column($known, 'other'))))
            ->get()
            ->keyBy('id');

        return view('clocks.ties', [
            'shoot' => $shoot,
            'body' => $body,
            'known' => $known,
            'frames' => $frames,
            'names' => Lanes::of($shoot)->names,
            'fit' => $fit,
            'form' => $fit === null ? null : new ClockForm($fit->clock),
            'problem' => $problem,
            'residuals' => $residuals,
            'worst' => $worst,
        ]);
    }

    public function store(TieInput $request, Shoot $shoot): JsonResponse
    {
        $frame = $this->frame($shoot, $request->integer('frame'));
        $note = (string) $request->string('note');
        try {
            $tie = $request->filled('other')
                ? $this->ties->frames($shoot, $frame, $this->frame($shoot, $request->integer('other')), $note)
                : $this->ties->time($shoot, $frame, (string) $request->string('time'), $note);
        } catch (UnusableTie|InvalidTime $reason) {
            throw ValidationException::withMessages([
                $request->filled('other') ? 'other' : 'time' => $reason->getMessage(),
            ]);
        }

        return response()->json(['id' => $tie->id]);
    }

    public function remove(FrameTie $tie): JsonResponse
    {
        $tie->delete();

        return response()->json(['id' => $tie->id]);
    }

    /** What the frames of two bodies tell, with the pairs it rests on. */
    public function suggest(ClockRequest $request, Shoot $shoot, Body $body): View
    {
        $other = Lanes::bodies($shoot)->firstWhere('id', $request->integer('with')) ?? abort(404);

        return $this->suggestion(
            $shoot,
            $body,
            SuggestClock::start($shoot, $body->id, $other->id, $request->clock()->clock->zone),
        );
    }

    public function suggestion(Shoot $shoot, Body $body, Task $task): View
    {
        abort_unless($task->shoot_id === $shoot->id, 404);
        abort_unless($task->kind === 'suggestion', 404);
        $answer = $task->state === TaskState::Done ? SuggestClock::answer($task) : null;
        if ($answer === null) {
            return view('studio.awaited', [
                'task' => $task,
                'address' => route('clocks.suggestion', [$shoot, $body, $task]),
            ]);
        }
        $other = Lanes::bodies($shoot)->firstWhere('id', $answer['other']) ?? abort(404);
        ['suggestion' => $suggestion, 'clock' => $clock] = $answer;
        $pairs = array_slice($suggestion->pairs, 0, 6);
        $frames = Frame::query()
            ->whereKey([...array_column($pairs, 'of'), ...array_column($pairs, 'other')])
            ->get()
            ->keyBy('id');

        return view('clocks.suggestion', [
            'shoot' => $shoot,
            'body' => $body,
            'other' => $other,
            'names' => Lanes::of($shoot)->names,
            'suggestion' => $suggestion,
            'clock' => $clock,
            'form' => $clock === null ? null : new ClockForm($clock),
            'pairs' => array_map(
                fn (array $pair): array => [
                    ...$pair,
                    'frames' => [$frames[$pair['of']], $frames[$pair['other']]],
                    'pictures' => [
                        PictureAddress::orNothing($frames[$pair['of']]?->small_path),
                        PictureAddress::orNothing($frames[$pair['other']]?->small_path),
                    ],
                ],
                $pairs,
            ),
        ]);
    }

    private function frame(Shoot $shoot, int $frame): Frame
    {
        return Frame::query()->where('shoot_id', $shoot->id)->findOrFail($frame);
    }
}
