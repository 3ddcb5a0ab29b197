<?php

declare(strict_types=1);

namespace App\Cull;

use App\Frames\FrameMarks;
use App\Frames\FrameSet;
use App\Studio\Member;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Cull\Round\InvalidRound;
use Kanpai\Core\Cull\Round\RoundComparison;
use Kanpai\Core\Cull\Round\RoundPlan;
use Kanpai\Core\Cull\Round\Source;
use Kanpai\Core\Frames\Verdict;
use stdClass;

/** Begins rounds, takes them up again, throws them away. The verdicts of each stay with it. */
final class Rounds
{
    /** Rows that are written together. */
    private const PIECE = 2000;

    /** @throws InvalidRound when no frame would take part */
    public function begin(Shoot $shoot, Member $member, RoundPlan $plan, ?FrameSet $set): Round
    {
        return DB::transaction(function () use ($shoot, $member, $plan, $set): Round {
            $state = Culling::held($shoot)->next();
            $this->remember($shoot, $state->round);
            $round = Round::planned($shoot, $plan, $set?->id, $state->round, $member->id);
            $this->fill($shoot, $round, $plan, $set);
            $this->goOn($shoot, $round, $state->revision);

            return $round;
        }, 3);
    }

    /** @throws InvalidRound */
    private function fill(Shoot $shoot, Round $round, RoundPlan $plan, ?FrameSet $set): void
    {
        $ids = $plan->source === Source::Set && $set !== null ? array_fill_keys($set->frames($shoot), true) : [];
        $row = fn (stdClass $frame): array => ['round_id' => $round->id] + self::row($frame, $plan, $ids);
        $frames = DB::table('frames')->where('shoot_id', $shoot->id)->whereNull('aside_at')->orderBy('id');
        $rows = $frames->lockForUpdate()->get(['id', 'verdict'])->map($row);
        $rows->contains('is_in', true) || throw InvalidRound::takesNoFrame();
        foreach ($rows->chunk(self::PIECE) as $some) {
            DB::table('round_frames')->insert($some->all());
        }
    }

    /**
     * @param  array<int, true>  $ids  frames of the set that the round takes
     * @return array{frame_id: int, is_in: bool, verdict: string}
     */
    private static function row(stdClass $frame, RoundPlan $plan, array $ids): array
    {
        $before = Verdict::from((string) $frame->verdict);
        $isInSet = isset($ids[(int) $frame->id]);

        return [
            'frame_id' => (int) $frame->id,
            'is_in' => $plan->takes($before, $isInSet),
            'verdict' => $plan->begins($before, $isInSet)->value,
        ];
    }

    /** Verdicts become again what they were when the round was left. */
    public function resume(Shoot $shoot, Round $round): void
    {
        DB::transaction(function () use ($shoot, $round): void {
            $state = Culling::held($shoot)->next();
            if ($state->round !== $round->id) {
                $this->remember($shoot, $state->round);
            }
            $round->update(['discarded_at' => null]);
            $this->goOn($shoot, $round, $state->revision);
        }, 3);
    }

    /**
     * Throws a round away. When it is the one that goes on, the one before it does again; before the first, all is
     * open as on the day. It can still be taken up: a mistake costs nothing.
     */
    public function discard(Shoot $shoot, Member $member, Round $round): void
    {
        DB::transaction(function () use ($shoot, $member, $round): void {
            $state = Culling::held($shoot)->next();
            $round->update(['discarded_at' => now()]);
            if ($state->round !== $round->id) {
                return;
            }
            $this->remember($shoot, $round->id);
            $others = Round::ofShoot($shoot)->whereNull('discarded_at')->get();
            $before = $others->firstWhere('id', $round->from_round_id) ?? $others->last();
            $this->goOn($shoot, $before ?? self::allOpen($shoot, $member), $state->revision);
        }, 3);
    }

    private static function allOpen(Shoot $shoot, Member $member): Round
    {
        $round = Round::planned($shoot, RoundPlan::first(), null, null, $member->id);
        DB::insert(
            "INSERT INTO round_frames (round_id, frame_id, is_in, verdict) SELECT ?, id, 1, 'open' FROM ".
                'frames WHERE shoot_id = ?',
            [$round->id, $shoot->id],
        );

        return $round;
    }

    public function compare(Shoot $shoot, Round $one, Round $other): RoundComparison
    {
        $now = Culling::of($shoot)->round;

        return RoundComparison::between(
            self::verdicts($shoot, $one, $one->id === $now),
            self::verdicts($shoot, $other, $other->id === $now),
        );
    }

    /** @param  list<int>  $proposed  frames that are proposed to be kept; of the others nothing is proposed */
    public function compareProposed(Shoot $shoot, array $proposed, Round $other): RoundComparison
    {
        return RoundComparison::between(
            array_fill_keys($proposed, Verdict::Keep),
            self::verdicts($shoot, $other, $other->id === Culling::of($shoot)->round),
        );
    }

    /** @return array<int, Verdict> frame => its verdict in a round, or now where that is the round */
    private static function verdicts(Shoot $shoot, Round $round, bool $isNow): array
    {
        $rows = $isNow
            ? DB::table('frames')->where('shoot_id', $shoot->id)->whereNull('aside_at')->pluck('verdict', 'id')
            : DB::table('round_frames')
                ->join('frames', 'frames.id', '=', 'round_frames.frame_id')
                ->where('round_id', $round->id)
                ->whereNull('aside_at')
                ->pluck('round_frames.verdict', 'frame_id');

        return $rows->map(fn ($verdict): Verdict => Verdict::from((string) $verdict))->all();
    }

    /** The verdicts of all frames are kept with the round that is left. */
    private function remember(Shoot $shoot, int $round): void
    {
        DB::insert(
            'INSERT INTO round_frames (round_id, frame_id, is_in, verdict) SELECT rounds.id, frames.id, '.
                'rounds.source = ?, frames.verdict FROM frames JOIN rounds ON rounds.id = ? WHERE frames.shoot_id = ? '.
                'ON DUPLICATE KEY UPDATE verdict = VALUES(verdict)',
            [Source::All->value, $round, $shoot->id],
        );
    }

    private function goOn(Shoot $shoot, Round $round, int $revision): void
    {
        DB::table('culls')
            ->where('shoot_id', $shoot->id)
            ->update(['round_id' => $round->id]);
        // Frames that came since then keep the verdicts they have.
        $verdicts = DB::table('round_frames')
            ->where('round_id', $round->id)
            ->select(['frame_id', 'verdict']);
        FrameMarks::replaceVerdicts($shoot, $verdicts, $revision);
    }
}
