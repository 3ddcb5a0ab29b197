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
use Kanpai\Core\Clocks\Suggest\Suggestion;
use Kanpai\Core\Clocks\UnusableTie;
use Kanpai\Core\Studio\Zone;

/**
 * Ties and suggestions: ways to find a clock, none of which uses it by itself.
 *
 * @phpstan-import-type Known from Ties
 */
final class TiesController
{
    /** Pairs of a suggestion that are shown. */
    private const SHOWN = 6;

    public function __construct(private readonly Ties $ties)
    {
    }

    /** The ties of a body with the clock they ask for. */
    public function index(ClockRequest $request, Shoot $shoot, Body $body): View
    {
        $scoped = $request->clock();
        $known = $this->ties->ofBody($shoot, $body->id, $scoped);
        $frames = [...array_column($known, 'frame'), ...array_filter(array_column($known, 'other'))];

        return view('clocks.ties', [
            'shoot' => $shoot,
            'body' => $body,
            'known' => $known,
            'frames' => Frame::query()->whereKey($frames)->get()->keyBy('id'),
            'names' => Lanes::of($shoot)->names,
            ...$this->fitted($known, $scoped->clock->zone),
        ]);
    }

    /**
     * @param  list<Known>  $known
     * @return array<string, mixed> the clock that fits, or what contradicts
     */
    private function fitted(array $known, ?Zone $zone): array
    {
        $fit = $problem = null;
        try {
            $fit = $this->ties->fit($known, $zone);
        } catch (ContradictoryTies $reason) {
            $problem = $reason;
        }

        return [
            'fit' => $fit,
            'form' => $fit === null ? null : new ClockForm($fit->clock),
            'problem' => $problem?->getMessage(),
            'residuals' => $problem->residuals ?? ($fit->residuals ?? []),
            'worst' => $problem->worst ?? $fit?->worst,
        ];
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
        abort_unless($task->shoot_id === $shoot->id && $task->kind === SuggestClock::KIND, 404);
        $answer = $task->state === TaskState::Done ? SuggestClock::answer($task) : null;
        if ($answer === null) {
            $address = route('clocks.suggestion', [$shoot, $body, $task]);

            return view('studio.awaited', ['task' => $task, 'address' => $address]);
        }
        ['suggestion' => $suggestion, 'clock' => $clock] = $answer;

        return view('clocks.suggestion', [
            'shoot' => $shoot,
            'body' => $body,
            'other' => Lanes::bodies($shoot)->firstWhere('id', $answer['other']) ?? abort(404),
            'names' => Lanes::of($shoot)->names,
            'suggestion' => $suggestion,
            'clock' => $clock,
            'form' => $clock === null ? null : new ClockForm($clock),
            'pairs' => $this->pairs($suggestion),
        ]);
    }

    /** @return list<array<string, mixed>> some pairs of frames that the suggestion rests on, with their pictures */
    private function pairs(Suggestion $suggestion): array
    {
        $pairs = array_slice($suggestion->pairs, 0, self::SHOWN);
        $frames = Frame::query()
            ->whereKey([...array_column($pairs, 'of'), ...array_column($pairs, 'other')])
            ->get()
            ->keyBy('id');
        $picture = fn (int $id): string => PictureAddress::orNothing($frames->get($id)?->small_path);

        return array_map(
            fn (array $pair): array => [
                ...$pair,
                'frames' => [$frames->get($pair['of']), $frames->get($pair['other'])],
                'pictures' => [$picture($pair['of']), $picture($pair['other'])],
            ],
            array_values($pairs),
        );
    }

    private function frame(Shoot $shoot, int $frame): Frame
    {
        return Frame::query()->where('shoot_id', $shoot->id)->findOrFail($frame);
    }
}
