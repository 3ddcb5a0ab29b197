<?php

declare(strict_types=1);

namespace App\Cull;

use App\Frames\FrameMarks;
use App\Frames\FrameSet;
use App\Studio\Member;
use App\Studio\Shoot;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Cull\MarkRequest;
use Kanpai\Core\Frames\InvalidMark;
use Kanpai\Core\Frames\Marks;
use Kanpai\Core\Frames\Verdict;

/**
 * Applies steps to frames, undoes and redoes them.
 *
 * Every step is kept. One that is sent twice changes nothing the second time; one that arrives after its own undo is
 * not applied any more. Nothing of somebody else is overwritten unseen: a mark names what its author saw, and where
 * something else is there, it is returned as a conflict.
 *
 * @phpstan-import-type MarkInput from MarkRequest
 *
 * @phpstan-type StepInput array{id: string, round?: int|null, title?: string|null, set?: int|null,
 *     marks?: list<MarkInput>, takeBack?: bool, again?: bool}
 * @phpstan-type Conflict array{step: string, frame: int, verdict: string, rating: int, uses: int, by: string}
 * @phpstan-type Answer array{revision: int, round: int, refused: array<string, string>, conflicts: list<Conflict>,
 *     gone: list<int>}
 */
final class Marking
{
    private Shoot $shoot;

    private Culling $culling;

    private FrameMarks $marks;

    private StepLog $log;

    /** @var list<Conflict> */
    private array $conflicts = [];

    /** @var array<int, true> frames that are set aside or removed */
    private array $gone = [];

    /**
     * @param  list<StepInput>  $steps  in the order in which they were made
     * @return Answer
     */
    public function apply(Shoot $shoot, Member $member, array $steps): array
    {
        return DB::transaction(function () use ($shoot, $member, $steps): array {
            $this->begin($shoot, $member, $steps);
            $refused = [];
            foreach ($steps as $step) {
                try {
                    $this->step($step);
                } catch (InvalidMark $reason) {
                    $refused[$step['id']] = $reason->getMessage();
                }
            }
            $this->log->store();
            $this->marks->store($this->culling->revision);

            return [
                'revision' => $this->culling->revision,
                'round' => $this->culling->round,
                'refused' => $refused,
                'conflicts' => $this->conflicts,
                'gone' => array_keys($this->gone),
            ];
        }, 3);
    }

    /** Removes all marks of all frames, as one step. @return int frames that had any */
    public function reset(Shoot $shoot, Member $member): int
    {
        $marks = self::marked($shoot)->map(
            fn (\stdClass $frame): array => [
                'frame' => (int) $frame->id,
                'verdict' => Verdict::Open->value,
                'rating' => 0,
                'taken' => (int) $frame->uses,
            ],
        );
        if ($marks->isNotEmpty()) {
            $title = 'Reset all marks of '.number_format($marks->count()).' frames';
            $this->apply($shoot, $member, [
                ['id' => (string) Str::uuid(), 'title' => $title, 'marks' => array_values($marks->all())],
            ]);
        }

        return $marks->count();
    }

    /** @return Collection<int, \stdClass> frames that have any mark */
    private static function marked(Shoot $shoot): Collection
    {
        return DB::table('frames')
            ->where('shoot_id', $shoot->id)
            ->whereNull('aside_at')
            ->where(fn ($frames) => $frames
                ->where('verdict', '<>', Verdict::Open)
                ->orWhere('rating', '>', 0)
                ->orWhere('uses', '>', 0))
            ->orderBy('id')
            ->get(['id', 'uses']);
    }

    /** One mark of one frame. */
    public function mark(Shoot $shoot, Member $member, string $uuid, int $frame, ?string $verdict, ?int $rating): void
    {
        $mark = ['frame' => $frame, 'verdict' => $verdict, 'rating' => $rating];
        $this->apply($shoot, $member, [['id' => $uuid, 'title' => 'A mark', 'marks' => [$mark]]]);
    }

    /** @param  list<StepInput>  $steps */
    private function begin(Shoot $shoot, Member $member, array $steps): void
    {
        $this->shoot = $shoot;
        $this->conflicts = $this->gone = [];
        $this->culling = Culling::held($shoot)->next();
        $this->log = StepLog::of($shoot, $this->culling, $member, array_column($steps, 'id'));
        $asked = array_map(fn (array $step): array => array_column($step['marks'] ?? [], 'frame'), $steps);
        $this->marks = FrameMarks::lock($shoot, [...array_merge(...$asked), ...$this->log->frames()]);
    }

    /**
     * @param  StepInput  $input
     *
     * @throws InvalidMark
     */
    private function step(array $input): void
    {
        $isUndo = $input['takeBack'] ?? false;
        $known = $this->log->find($input['id']);
        if ($isUndo || ($input['again'] ?? false)) {
            if ($known === null && $isUndo) {
                $this->log->addUndone($input);
            } elseif ($known !== null && $this->log->isOwn($known)) {
                $this->turnBack($known, $isUndo);
            }
        } elseif ($known === null) {
            $set = $this->set($input['set'] ?? null);
            $changes = $this->changes($input, $set);
            $this->log->add($input, $changes, $set);
        }
    }

    /** @throws InvalidMark when frames cannot be collected into it */
    private function set(?int $set): ?int
    {
        if ($set !== null && FrameSet::ofShoot($this->shoot)->whereKey($set)->whereNull('rule')->doesntExist()) {
            throw InvalidMark::set();
        }

        return $set;
    }

    /**
     * Applies the marks of a step. Nothing is changed before all of the step could be read.
     *
     * @param  StepInput  $input
     * @return list<MarkChange>
     *
     * @throws InvalidMark
     */
    private function changes(array $input, ?int $set): array
    {
        $changes = [];
        foreach ($input['marks'] ?? [] as $mark) {
            $request = MarkRequest::of($mark);
            $before = $this->marks->of($request->frame);
            if ($before === null) {
                $this->gone[$request->frame] = true;
            } else {
                $changes[$request->frame] = $this->change($input, $request, $before, $set !== null);
            }
        }
        $changes = array_values(array_filter($changes));
        foreach ($changes as $change) {
            $this->marks->put($change->frame, $change->now);
            $change->collected !== null && FrameSet::collect((int) $set, $change->frame, $change->collected);
        }

        return $changes;
    }

    /**
     * @param  StepInput  $input
     * @return MarkChange|null null where it is a conflict
     *
     * @throws InvalidMark
     */
    private function change(array $input, MarkRequest $request, Marks $before, bool $collects): ?MarkChange
    {
        $collected = $collects ? $request->collect : null;
        if ($collects && $request->onlyCollects()) {
            return new MarkChange($request->frame, $before, $before, $before, $collected);
        }
        $after = $request->appliedTo($before);
        $round = $input['round'] ?? $this->culling->round;
        if ($round !== $this->culling->round && $request->hasVerdict()) {
            return $this->late($round, $request->frame, $before, $after, $collected);
        }
        if ($request->conflictsWith($before, $after)) {
            $this->conflict($input['id'], $request->frame, $before);

            return null;
        }

        return new MarkChange($request->frame, $before, $after, $after, $collected);
    }

    /** Undoes a step, or redoes it: each frame as far as nothing has changed it since. */
    private function turnBack(Step $step, bool $isUndo): void
    {
        if (($step->undone_at !== null) === $isUndo) {
            return;
        }
        $step->update(['undone_at' => $isUndo ? now() : null, 'revision' => $this->culling->revision]);
        foreach ($this->log->changesOf($step) as [$change, $set]) {
            $now = $this->marks->of($change->frame);
            if ($now === null) {
                continue;
            }
            $this->marks->put($change->frame, $this->turnedBack($step, $change, $now, $isUndo));
            if ($set !== null && $change->collected !== null) {
                FrameSet::collect($set, $change->frame, $change->collected !== $isUndo);
            }
        }
    }

    private function turnedBack(Step $step, MarkChange $change, Marks $now, bool $isUndo): Marks
    {
        [$from, $to] = $isUndo ? [$change->before, $change->after] : [$change->after, $change->before];
        $then = $now->withdrawn($from, $to);
        $isEarlier = $step->round_id !== null && $step->round_id !== $this->culling->round;
        if (! $isEarlier || $change->after->verdict === $change->before->verdict) {
            return $then;
        }
        EarlierRound::of($this->shoot, (int) $step->round_id)->replace($change->frame, $from->verdict);

        return Marks::of($now->verdict, $then->rating, $then->uses);
    }

    /** The round ended while somebody was still in it: the verdict belongs to that round, the rest to the frame. */
    private function late(int $round, int $frame, Marks $before, Marks $after, ?bool $collected): MarkChange
    {
        $then = EarlierRound::of($this->shoot, $round)->replace($frame, $after->verdict);

        return new MarkChange(
            $frame,
            Marks::of($then ?? $before->verdict, $before->rating, $before->uses),
            $after,
            Marks::of($before->verdict, $after->rating, $after->uses),
            $collected,
        );
    }

    private function conflict(string $step, int $frame, Marks $there): void
    {
        $this->conflicts[] = [
            'step' => $step,
            'frame' => $frame,
            'verdict' => $there->verdict->value,
            'rating' => $there->rating,
            'uses' => $there->uses,
            'by' => StepLog::lastAuthor($frame),
        ];
    }
}
