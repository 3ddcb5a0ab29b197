<?php

declare(strict_types=1);

namespace App\Cull;

use App\Frames\FrameSet;
use App\Frames\MarksChanged;
use App\Frames\Uses;
use App\Studio\Member;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Frames\InvalidMark;
use Kanpai\Core\Frames\Standing;
use Kanpai\Core\Frames\UseList;
use Kanpai\Core\Frames\Verdict;

/**
 * Does steps to frames, takes them back, does them again. Every step is kept; one that comes a second time changes
 * nothing, and so does one that comes after it was taken back. Nothing of somebody else is overwritten unseen: a mark
 * says what it saw, and where something else stands it is given back as a conflict.
 *
 * @phpstan-type MarkSaid array{frame: int, verdict?: string|null, rating?: int|null, given?: int, taken?: int, collect?: bool|null, saw?: array{string, int, int}|null}
 * @phpstan-type StepSaid array{id: string, round?: int|null, said?: string|null, set?: int|null, marks?: list<MarkSaid>, takeBack?: bool, again?: bool}
 * @phpstan-type Conflict array{step: string, frame: int, verdict: string, rating: int, uses: int, by: string}
 * @phpstan-type Answer array{turn: int, round: int, refused: array<string, string>, conflicts: list<Conflict>, gone: list<int>}
 */
final class Marking
{
    private const PIECE = 1000;

    /** @var array<int, Standing> frame => as it stands now */
    private array $stand = [];

    /** @var array<int, true> frames that stand otherwise than in the database */
    private array $changed = [];

    /** @var list<array<string, mixed>> rows of marks */
    private array $rows = [];

    /** @var list<Conflict> */
    private array $conflicts = [];

    /** @var array<int, true> */
    private array $gone = [];

    private Shoot $shoot;

    private Culling $state;

    /**
     * @param  list<StepSaid>  $steps  in the order in which they were made
     * @return Answer
     */
    public function apply(Shoot $shoot, Member $member, array $steps): array
    {
        return DB::transaction(function () use ($shoot, $member, $steps): array {
            $this->shoot = $shoot;
            $this->stand = $this->changed = $this->rows = $this->conflicts = $this->gone = [];
            $this->state = Culling::held($shoot)->next();
            $known = Step::query()->whereIn('uuid', array_column($steps, 'id'))->get()->keyBy('uuid');
            $undone = $known->filter(fn (Step $step): bool => $step->shoot_id === $shoot->id)->modelKeys();
            $marks =
                $undone === []
                    ? []
                    : DB::table('marks')
                        ->whereIn('step_id', $undone)
                        ->orderBy('frame_id')
                        ->get()
                        ->groupBy('step_id')
                        ->all();
            $this->read([
                ...array_merge(
                    ...array_map(fn (array $step): array => array_column($step['marks'] ?? [], 'frame'), $steps),
                ),
                ...array_merge(...array_map(fn ($own): array => $own->pluck('frame_id')->all(), array_values($marks))),
            ]);
            $refused = [];
            foreach ($steps as $said) {
                $step = $known[$said['id']] ?? null;
                $isMine = $step !== null && $step->shoot_id === $shoot->id && $step->member_id === $member->id;
                if (($said['takeBack'] ?? false) || ($said['again'] ?? false)) {
                    if ($step === null && ($said['takeBack'] ?? false)) {
                        // It was overtaken by its own undoing: when it comes, it is not done any more.
                        $known[$said['id']] = $this->note($member, $said, true);
                    } elseif ($step !== null && $isMine) {
                        $this->turn(
                            $step,
                            array_values(($marks[$step->id] ?? collect())->all()),
                            (bool) ($said['takeBack'] ?? false),
                        );
                    }
                } elseif ($step === null) {
                    try {
                        $set = $this->set($said['set'] ?? null);
                        $done = $this->done($said, $set);
                    } catch (InvalidMark $reason) {
                        $refused[$said['id']] = $reason->getMessage();

                        continue;
                    }
                    $step = $known[$said['id']] = $this->note($member, $said, false);
                    $own = [];
                    foreach ($done as $frame => [$before, $after, $collected]) {
                        $row = [
                            'step_id' => $step->id,
                            'frame_id' => $frame,
                            'verdict_before' => $before->verdict->value,
                            'verdict' => $after->verdict->value,
                            'rating_before' => $before->rating,
                            'rating' => $after->rating,
                            'uses_before' => $before->uses,
                            'uses' => $after->uses,
                            'set_id' => $collected === null ? null : $set,
                            'collected' => $collected,
                        ];
                        $this->rows[] = $row;
                        $own[] = (object) $row;
                    }
                    $marks[$step->id] = collect($own);
                }
            }
            $this->store();

            return [
                'turn' => $this->state->turn,
                'round' => $this->state->round,
                'refused' => $refused,
                'conflicts' => $this->conflicts,
                'gone' => array_keys($this->gone),
            ];
        }, 3);
    }

    /** Takes all marks of all frames away, as one step. @return int frames that had any */
    public function reset(Shoot $shoot, Member $member): int
    {
        $frames = DB::table('frames')
            ->where('shoot_id', $shoot->id)
            ->whereNull('aside_at')
            ->where(
                fn ($marked) => $marked
                    ->where('verdict', '<>', Verdict::Open)
                    ->orWhere('rating', '>', 0)
                    ->orWhere('uses', '>', 0),
            )
            ->orderBy('id')
            ->get(['id', 'uses']);
        if ($frames->isNotEmpty()) {
            $marks = $frames
                ->map(
                    fn ($frame): array => [
                        'frame' => (int) $frame->id,
                        'verdict' => Verdict::Open->value,
                        'rating' => 0,
                        'taken' => (int) $frame->uses,
                    ],
                )
                ->all();
            $this->apply($shoot, $member, [
                [
                    'id' => (string) Str::uuid(),
                    'said' => 'Reset all marks of '.number_format($frames->count()).' frames',
                    'marks' => array_values($marks),
                ],
            ]);
        }

        return $frames->count();
    }

    /** One mark of one frame, for those who have no list. */
    public function mark(Shoot $shoot, Member $member, string $uuid, int $frame, ?string $verdict, ?int $rating): void
    {
        $this->apply($shoot, $member, [
            [
                'id' => $uuid,
                'said' => 'A mark',
                'marks' => [['frame' => $frame, 'verdict' => $verdict, 'rating' => $rating]],
            ],
        ]);
    }

    /**
     * Notes as a step what has already been done to frames.
     *
     * @param  array<int, array{Standing, Standing}>  $frames  before and after
     */
    public function noted(Shoot $shoot, ?int $member, string $uuid, string $said, array $frames): void
    {
        $state = Culling::held($shoot)->next();
        $step = Step::query()->create([
            'uuid' => $uuid,
            'shoot_id' => $shoot->id,
            'round_id' => $state->round,
            'member_id' => $member,
            'said' => $said,
            'turn' => $state->turn,
            'made_at' => now(),
        ]);
        DB::table('marks')->insert(
            array_map(
                fn (int $frame, array $change): array => [
                    'step_id' => $step->id,
                    'frame_id' => $frame,
                    'verdict_before' => $change[0]->verdict->value,
                    'verdict' => $change[1]->verdict->value,
                    'rating_before' => $change[0]->rating,
                    'rating' => $change[1]->rating,
                    'uses_before' => $change[0]->uses,
                    'uses' => $change[1]->uses,
                ],
                array_keys($frames),
                $frames,
            ),
        );
        DB::table('frames')
            ->whereIntegerInRaw('id', array_keys($frames))
            ->update(['turn' => $state->turn]);
        $this->tell($shoot->id);
    }

    /**
     * @param  StepSaid  $said
     * @return array<int, array{Standing, Standing, bool|null}> frame => before, after, and whether it was put into the set or taken out
     *
     * @throws InvalidMark
     */
    private function done(array $said, ?int $set): array
    {
        $done = $then = [];
        $isLate = isset($said['round']) && $said['round'] !== $this->state->round;
        foreach ($said['marks'] ?? [] as $mark) {
            $frame = $mark['frame'];
            $before = $this->stand[$frame] ?? null;
            if ($before === null) {
                $this->gone[$frame] = true;

                continue;
            }
            $collected = $set === null ? null : $mark['collect'] ?? null;
            $given = $mark['given'] ?? 0;
            $taken = $mark['taken'] ?? 0;
            if (
                $collected !== null &&
                ! isset($mark['verdict']) &&
                ! isset($mark['rating']) &&
                $given === 0 &&
                $taken === 0
            ) {
                $done[$frame] = [$before, $before, $collected];

                continue;
            }
            $after = $before->marked($mark['verdict'] ?? null, $mark['rating'] ?? null, $given, $taken);
            if ($isLate && isset($mark['verdict'])) {
                // The round has been left under somebody's hands: the verdict stays with it, the rest is done.
                $inRound = $this->late((int) $said['round'], $frame, $after->verdict);
                $then[$frame] = Standing::of($before->verdict, $after->rating, $after->uses);
                $done[$frame] = [
                    Standing::of($inRound ?? $before->verdict, $before->rating, $before->uses),
                    $after,
                    $collected,
                ];

                continue;
            }
            $saw = $mark['saw'] ?? null;
            $isOther =
                $saw !== null &&
                (($after->verdict !== $before->verdict && $before->verdict->value !== $saw[0]) ||
                    ($after->rating !== $before->rating && $before->rating !== $saw[1]));
            if ($isOther) {
                $this->conflicts[] = [
                    'step' => $said['id'],
                    'frame' => $frame,
                    'verdict' => $before->verdict->value,
                    'rating' => $before->rating,
                    'uses' => $before->uses,
                    'by' => self::lastBy($frame),
                ];

                continue;
            }
            $done[$frame] = [$before, $after, $collected];
        }
        // Only once all of the step could be read.
        foreach ($done as $frame => [$before, $after, $collected]) {
            $this->put($frame, $then[$frame] ?? $after);
            if ($collected !== null && $set !== null) {
                $this->collect($set, $frame, $collected);
            }
        }

        return $done;
    }

    /**
     * Takes a step back, or does it again: each frame as far as nothing has changed it since.
     *
     * @param  list<object>  $marks
     */
    private function turn(Step $step, array $marks, bool $isBack): void
    {
        if (($step->taken_back_at !== null) === $isBack) {
            return;
        }
        $step->update(['taken_back_at' => $isBack ? now() : null, 'turn' => $this->state->turn]);
        $isLate = $step->round_id !== null && $step->round_id !== $this->state->round;
        foreach ($marks as $mark) {
            $words = (array) $mark;
            $frame = (int) $words['frame_id'];
            $now = $this->stand[$frame] ?? null;
            if ($now === null) {
                continue;
            }
            $before = Standing::of(
                Verdict::from((string) $words['verdict_before']),
                max(0, min(5, (int) $words['rating_before'])),
                (int) $words['uses_before'],
            );
            $after = Standing::of(
                Verdict::from((string) $words['verdict']),
                max(0, min(5, (int) $words['rating'])),
                (int) $words['uses'],
            );
            $then = $isBack ? $now->withdrawn($before, $after) : $now->withdrawn($after, $before);
            if ($isLate && $after->verdict !== $before->verdict) {
                $this->late((int) $step->round_id, $frame, ($isBack ? $before : $after)->verdict);
                $then = Standing::of($now->verdict, $then->rating, $then->uses);
            }
            $this->put($frame, $then);
            if ($words['set_id'] !== null && $words['collected'] !== null) {
                $this->collect((int) $words['set_id'], $frame, (bool) $words['collected'] !== $isBack);
            }
        }
    }

    /** @param  StepSaid  $said */
    private function note(Member $member, array $said, bool $isTakenBack): Step
    {
        $round = $said['round'] ?? null;

        return Step::query()->create([
            'uuid' => $said['id'],
            'shoot_id' => $this->shoot->id,
            'member_id' => $member->id,
            'said' => mb_substr(trim($said['said'] ?? '') ?: 'A mark', 0, 255),
            'turn' => $this->state->turn,
            'made_at' => now(),
            'round_id' => $round !== null &&
                $round !== $this->state->round &&
                Round::query()->where('shoot_id', $this->shoot->id)->whereKey($round)->exists()
                    ? $round
                    : $this->state->round,
            'taken_back_at' => $isTakenBack ? now() : null,
        ]);
    }

    /** @throws InvalidMark */
    private function set(?int $set): ?int
    {
        if ($set !== null && FrameSet::ofShoot($this->shoot)->whereKey($set)->whereNull('rule')->doesntExist()) {
            throw InvalidMark::set();
        }

        return $set;
    }

    private function put(int $frame, Standing $standing): void
    {
        if (! $standing->equals($this->stand[$frame])) {
            $this->stand[$frame] = $standing;
            $this->changed[$frame] = true;
        }
    }

    private function collect(int $set, int $frame, bool $isIn): void
    {
        $isIn
            ? DB::table('set_frames')->insertOrIgnore(['set_id' => $set, 'frame_id' => $frame])
            : DB::table('set_frames')
                ->where(['set_id' => $set, 'frame_id' => $frame])
                ->delete();
    }

    /**
     * Changes a verdict in a round that does not go on; gives what stood there, or nothing when the frame is not in it.
     */
    private function late(int $round, int $frame, Verdict $verdict): ?Verdict
    {
        $rows = DB::table('round_frames')
            ->whereIn(
                'round_id',
                DB::table('rounds')
                    ->where(['id' => $round, 'shoot_id' => $this->shoot->id])
                    ->select('id'),
            )
            ->where('frame_id', $frame);
        $before = (clone $rows)->value('verdict');
        $rows->update(['verdict' => $verdict->value]);

        return $before === null ? null : Verdict::from((string) $before);
    }

    private static function lastBy(int $frame): string
    {
        return (string) DB::table('marks')
            ->join('steps', 'steps.id', '=', 'marks.step_id')
            ->leftJoin('members', 'members.id', '=', 'steps.member_id')
            ->where('frame_id', $frame)
            ->whereNull('taken_back_at')
            ->orderByDesc('steps.turn')
            ->orderByDesc('steps.id')
            ->value('members.name');
    }

    /** @param  array<int|string, mixed>  $frames */
    private function read(array $frames): void
    {
        foreach (array_chunk(array_unique(array_map(intval(...), $frames)), self::PIECE) as $some) {
            foreach (
                DB::table('frames')
                    ->where('shoot_id', $this->shoot->id)
                    ->whereNull('aside_at')
                    ->whereIntegerInRaw('id', $some)
                    ->orderBy('id')
                    ->lockForUpdate()
                    ->get(['id', 'verdict', 'rating', 'uses']) as $frame
            ) {
                $this->stand[(int) $frame->id] = Standing::of(
                    Verdict::from((string) $frame->verdict),
                    max(0, min(5, (int) $frame->rating)),
                    (int) $frame->uses,
                );
            }
        }
    }

    private function store(): void
    {
        foreach (array_chunk($this->rows, self::PIECE) as $some) {
            DB::table('marks')->insert($some);
        }
        $uses = Uses::of($this->shoot->studio);
        $groups = [];
        foreach (array_keys($this->changed) as $frame) {
            $now = $this->stand[$frame];
            $groups[$now->verdict->value.$now->rating.' '.$now->uses] ??= ['now' => $now, 'frames' => []];
            $groups[$now->verdict->value.$now->rating.' '.$now->uses]['frames'][] = $frame;
        }
        foreach ($groups as ['now' => $now, 'frames' => $frames]) {
            foreach (array_chunk($frames, self::PIECE) as $some) {
                $this->write($some, $now, $uses);
            }
        }
        $this->tell($this->shoot->id);
    }

    private function tell(int $shoot): void
    {
        DB::afterCommit(fn () => event(new MarksChanged($shoot)));
    }

    /** @param  list<int>  $frames */
    private function write(array $frames, Standing $now, UseList $uses): void
    {
        // A label that stands for no use of ours is left as other software wrote it.
        $label = $uses->label($now->uses);
        DB::table('frames')
            ->whereIntegerInRaw('id', $frames)
            ->update([
                'verdict' => $now->verdict,
                'rating' => $now->rating,
                'turn' => $this->state->turn,
                'label' => DB::raw(
                    'CASE WHEN uses = '.
                        $now->uses.
                        ' THEN label ELSE '.
                        DB::escape(mb_substr($label, 0, 120)).
                        ' END',
                ),
                'uses' => $now->uses,
            ]);
        // The sidecars carry all of it, so they are behind now.
        DB::table('captions')
            ->whereIntegerInRaw('frame_id', $frames)
            ->update(['written_at' => null]);
    }
}
