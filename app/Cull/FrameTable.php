<?php

declare(strict_types=1);

namespace App\Cull;

use App\Frames\Frame;
use App\Frames\FrameSet;
use App\Frames\Uses;
use App\Ingest\Lanes;
use App\Studio\Member;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Query\Builder;
use Illuminate\Database\Query\JoinClause;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Cull\Round\Source;
use Kanpai\Core\Frames\Moment\Fineness;
use stdClass;

/**
 * All frames of a shoot as columns, small enough to be sent whole: the browser never waits for the next one. Each row
 * becomes text as soon as it is read, so that a day of many thousands needs little memory.
 */
final class FrameTable
{
    /** Of frames. */
    private const COLUMNS = [
        'id', 'taken_ms', 'camera_ms', 'body_id', 'is_dated', 'verdict', 'rating', 'uses', 'width', 'height',
        'name', 'small_path', 'large_path', 'focal_length', 'exposure', 'f_number', 'iso', 'lens',
        'best_px', 'sharpness', 'border', 'chosen', 'noted',
    ];

    /** Steps that a browser gets when it opens the page; older ones stay with the server. */
    private const HISTORY = 1000;

    /** Marks in them. */
    private const HISTORY_MARKS = 20_000;

    public function __construct(private readonly Regrouping $regrouping)
    {
    }

    /** @return string all of it in JSON, as one moment has it, while cards are read and others mark */
    public function json(Shoot $shoot, Member $member): string
    {
        return DB::transaction(fn (): string => $this->read($shoot, $member));
    }

    private function read(Shoot $shoot, Member $member): string
    {
        $culling = Culling::of($shoot);
        $round = Round::query()->findOrFail($culling->round);
        $names = Lanes::of($shoot)->names;
        $rows = new FrameRows($shoot, array_keys($names), $round->source === Source::All);
        $frames = $places = [];
        foreach ($this->frames($shoot, $round)->cursor() as $frame) {
            assert($frame instanceof stdClass);
            // A body that came after the names were asked for comes with the next table.
            if (isset($names[(int) $frame->body_id])) {
                $places[(int) $frame->id] = count($frames);
                $frames[] = self::encoded($rows->row($frame));
            }
        }
        $rest = self::encoded([
            'columns' => FrameRows::COLUMNS,
            'byHand' => (object) $this->movedByHand($shoot, $places),
            'lenses' => $rows->lenses(),
            'bodies' => array_values($names),
            'bodyIds' => array_keys($names),
            'revision' => $culling->revision,
            'round' => $round->forPage(),
            'arrangement' => $culling->arrangement,
            'fineness' => $culling->fineness->place,
            ...$this->around($shoot, $member, $round),
        ]);

        return substr($rest, 0, -1).',"frames":['.implode(',', $frames).']}';
    }

    private static function encoded(mixed $value): string
    {
        return json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE);
    }

    /** @return array<string, mixed> */
    private function around(Shoot $shoot, Member $member, Round $round): array
    {
        return [
            'leasts' => array_map(fn (int $place): float => Fineness::of($place)->least(), range(0, 100)),
            'uses' => Uses::of($shoot->studio)->names,
            'sets' => $this->sets($shoot),
            'collected' => $this->collected($shoot, $member),
            'history' => $this->history($shoot, $member, $round->id),
        ];
    }

    /** Rows in the order of the shoot. */
    private function frames(Shoot $shoot, Round $round): Builder
    {
        $inRound = fn (JoinClause $join) => $join
            ->on('round_frames.frame_id', '=', 'frames.id')
            ->where('round_frames.round_id', $round->id);

        return Frame::inOrder($shoot)
            ->toBase()
            ->leftJoin('captions', 'captions.frame_id', '=', 'frames.id')
            ->leftJoin('round_frames', $inRound)
            ->select(array_map(fn (string $column): string => "frames.{$column}", self::COLUMNS))
            ->addSelect('round_frames.is_in')
            ->selectRaw("JSON_VALUE(captions.fields, '$.headline') AS headline");
    }

    /**
     * @param  array<int, int>  $places  of frames
     * @return array<int, mixed> place of a frame => how somebody has moved it between moments
     */
    private function movedByHand(Shoot $shoot, array $places): array
    {
        $moved = [];
        foreach ($this->regrouping->hands($shoot) as $frame => $hand) {
            if (isset($places[$frame])) {
                $moved[$places[$frame]] = $hand;
            }
        }
        ksort($moved);

        return $moved;
    }

    /** @return list<array{id: int, name: string, rule: string|null, shoot: int|null}> */
    private function sets(Shoot $shoot): array
    {
        $forPage = fn (FrameSet $set): array => [
            'id' => $set->id,
            'name' => $set->name,
            'rule' => $set->rule,
            'shoot' => $set->shoot_id,
        ];

        return array_values(FrameSet::ofShoot($shoot)->get()->map($forPage)->all());
    }

    /** @return array<int, mixed> frames in the set that the member collects into */
    private function collected(Shoot $shoot, Member $member): array
    {
        return DB::table('set_frames')
            ->where('set_id', Habits::of($member)->collects($shoot))
            ->whereIn('frame_id', Frame::of($shoot)->select('frames.id'))
            ->pluck('frame_id')
            ->all();
    }

    /**
     * The member's own steps in a round, so that they can be undone after a reload.
     *
     * @return list<array{id: string, title: string, back: bool, marks: list<array{int, array{string, int, int},
     *     array{string, int, int}, bool|null}>}>
     */
    private function history(Shoot $shoot, Member $member, int $round): array
    {
        $steps = Step::query()
            ->where(['shoot_id' => $shoot->id, 'member_id' => $member->id, 'round_id' => $round])
            ->orderByDesc('id')
            ->limit(self::HISTORY)
            ->get();
        $steps = $this->notTooMuch($steps)->reverse();
        $marks = DB::table('marks')->whereIn('step_id', $steps->modelKeys())->get()->groupBy('step_id');

        return array_values($steps->toBase()->map(fn (Step $step): array => [
            'id' => $step->uuid,
            'title' => $step->title,
            'back' => $step->undone_at !== null,
            'marks' => array_values(($marks[$step->id] ?? collect())->map(self::mark(...))->all()),
        ])->all());
    }

    /**
     * The last one in any case; of the older as many as are not too much to be sent.
     *
     * @param  Collection<int, Step>  $steps  the last first
     * @return Collection<int, Step>
     */
    private function notTooMuch(Collection $steps): Collection
    {
        $counts = DB::table('marks')
            ->whereIn('step_id', $steps->modelKeys())
            ->groupBy('step_id')
            ->selectRaw('step_id, COUNT(*) AS n')
            ->pluck('n', 'step_id');
        $shown = 0;

        return $steps->takeWhile(function (Step $step) use ($counts, &$shown): bool {
            $isFirst = $shown === 0;
            $shown += max(1, (int) ($counts[$step->id] ?? 0));

            return $isFirst || $shown <= self::HISTORY_MARKS;
        });
    }

    /** @return array{int, array{string, int, int}, array{string, int, int}, bool|null} */
    private static function mark(stdClass $mark): array
    {
        return [
            (int) $mark->frame_id,
            [(string) $mark->verdict_before, (int) $mark->rating_before, (int) $mark->uses_before],
            [(string) $mark->verdict, (int) $mark->rating, (int) $mark->uses],
            $mark->collected === null ? null : (bool) $mark->collected,
        ];
    }
}
