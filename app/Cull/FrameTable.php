<?php

declare(strict_types=1);

namespace App\Cull;

use App\Frames\Frame;
use App\Frames\FrameSet;
use App\Frames\Uses;
use App\Ingest\Lanes;
use App\Studio\Member;
use App\Studio\PictureAddress;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Cull\Round\Source;
use Kanpai\Core\Frames\Moment\Fineness;

/** All frames of a shoot as columns, small enough to be sent whole: the browser never waits for the next one. */
final class FrameTable
{
    /** Steps that a browser is told when it opens the page; older ones stay with the server. */
    private const HISTORY = 1000;

    /** Marks in them. */
    private const HISTORY_MARKS = 20_000;

    private const DAY = 86_400_000;

    public const COLUMNS = [
        'id',
        'taken',
        'time',
        'body',
        'verdict',
        'rating',
        'uses',
        'in',
        'width',
        'height',
        'name',
        'small',
        'large',
        'exposure',
        'lens',
        'headline',
        'pixels',
        'camera',
        'sharpness',
        'border',
        'chosen',
        'noted',
    ];

    public function __construct(private readonly Regrouping $regrouping)
    {
    }

    /** @return array<string, mixed> all of it as one moment has it, while cards are read and others mark */
    public function of(Shoot $shoot, Member $member): array
    {
        return DB::transaction(fn (): array => $this->read($shoot, $member));
    }

    /** @return array<string, mixed> */
    private function read(Shoot $shoot, Member $member): array
    {
        $state = Culling::of($shoot);
        $zone = $shoot->zone();
        $frames = Frame::inOrder($shoot)
            ->leftJoin('captions', 'captions.frame_id', '=', 'frames.id')
            ->leftJoin(
                'round_frames',
                fn ($join) => $join
                    ->on('round_frames.frame_id', '=', 'frames.id')
                    ->where('round_frames.round_id', $state->round),
            )
            ->selectRaw(
                'frames.id, taken_ms, camera_ms, frames.body_id, is_dated, frames.verdict, rating, uses, width, '.
                    'height, frames.name, small_path, large_path, focal_length, exposure, f_number, iso, lens, '.
                    "best_px, sharpness, border, chosen, noted, JSON_VALUE(captions.fields, '$.headline') AS ".
                    'headline, round_frames.is_in',
            )
            ->toBase()
            ->get();
        $round = Round::query()->findOrFail($state->round);
        $names = Lanes::of($shoot)->names;
        $place = array_flip(array_keys($names));
        $hands = $this->regrouping->hands($shoot);
        $isOfAll = $round->source === Source::All ? 1 : 0;
        $rows = $lenses = $exposures = $byHand = [];
        $words = new Frame();
        foreach ($frames as $i => $frame) {
            if (isset($hands[$frame->id])) {
                $byHand[$i] = $hands[$frame->id];
            }
            $lens = (string) $frame->lens;
            // A day has few lenses, and few exposures with each.
            $exposure = "{$frame->focal_length} {$frame->exposure} {$frame->f_number} {$frame->iso}";
            $exposures[$exposure] ??= $words
                ->setRawAttributes([
                    'focal_length' => $frame->focal_length,
                    'exposure' => $frame->exposure,
                    'f_number' => $frame->f_number,
                    'iso' => $frame->iso,
                ])
                ->exposureInWords();
            $rows[] = [
                (int) $frame->id,
                (int) $frame->taken_ms,
                self::timeOfDay($zone->local((int) $frame->taken_ms)),
                $place[(int) $frame->body_id],
                $frame->verdict,
                (int) $frame->rating,
                (int) $frame->uses,
                (int) ($frame->is_in ?? $isOfAll),
                (int) $frame->width,
                (int) $frame->height,
                $frame->name,
                PictureAddress::orNothing($frame->small_path),
                PictureAddress::orNothing($frame->large_path),
                $exposures[$exposure],
                ($lenses[$lens] ??= count($lenses)),
                (string) $frame->headline,
                Frame::pixelsInWords((int) $frame->best_px, (int) $frame->width, (int) $frame->height),
                $frame->is_dated ? substr(self::timeOfDay((int) $frame->camera_ms), 0, 10) : 'wrote no time',
                $frame->sharpness === null ? null : round((float) $frame->sharpness, 1),
                (float) $frame->border,
                (int) $frame->chosen,
                (int) $frame->noted,
            ];
        }

        return [
            'columns' => self::COLUMNS,
            'frames' => $rows,
            'byHand' => (object) $byHand,
            'lenses' => array_keys($lenses),
            'bodies' => array_values($names),
            'bodyIds' => array_keys($names),
            'turn' => $state->turn,
            'round' => $round->forPage(),
            'arrangement' => $state->arrangement,
            'fineness' => $state->fineness->place,
            'leasts' => array_map(fn (int $place): float => Fineness::of($place)->least(), range(0, 100)),
            'uses' => Uses::of($shoot->studio)->names,
            'sets' => FrameSet::ofShoot($shoot)
                ->get()
                ->map(
                    fn (FrameSet $set): array => [
                        'id' => $set->id,
                        'name' => $set->name,
                        'rule' => $set->rule,
                        'shoot' => $set->shoot_id,
                    ],
                )
                ->all(),
            'collected' => DB::table('set_frames')
                ->where('set_id', Habits::of($member)->collects($shoot))
                ->whereIn('frame_id', Frame::of($shoot)->select('frames.id'))
                ->pluck('frame_id')
                ->all(),
            'history' => $this->history($shoot, $member, $round->id),
        ];
    }

    /** @param  int  $local  milliseconds of local time */
    private static function timeOfDay(int $local): string
    {
        $ms = (($local % self::DAY) + self::DAY) % self::DAY;

        return sprintf(
            '%02d:%02d:%02d.%03d',
            intdiv($ms, 3_600_000),
            intdiv($ms, 60_000) % 60,
            intdiv($ms, 1000) % 60,
            $ms % 1000,
        );
    }

    /**
     * The member's own steps in a round, so that they can be taken back after a reload.
     *
     * @return list<array{id: string, said: string, back: bool, marks: list<array{int, array{string, int, int}, array{string, int, int}, bool|null}>}>
     */
    private function history(Shoot $shoot, Member $member, int $round): array
    {
        $steps = Step::query()
            ->where(['shoot_id' => $shoot->id, 'member_id' => $member->id, 'round_id' => $round])
            ->orderByDesc('id')
            ->limit(self::HISTORY)
            ->get();
        $counts = DB::table('marks')
            ->whereIn('step_id', $steps->modelKeys())
            ->groupBy('step_id')
            ->selectRaw('step_id, COUNT(*) AS n')
            ->pluck('n', 'step_id');
        $told = 0;
        // The last one in any case; of the older as many as are not too much to be sent.
        $steps = $steps
            ->takeWhile(function (Step $step) use ($counts, &$told): bool {
                $isFirst = $told === 0;
                $told += max(1, (int) ($counts[$step->id] ?? 0));

                return $isFirst || $told <= self::HISTORY_MARKS;
            })
            ->reverse()
            ->values();
        $marks = DB::table('marks')->whereIn('step_id', $steps->modelKeys())->get()->groupBy('step_id');

        return array_values(
            $steps
                ->map(
                    fn (Step $step): array => [
                        'id' => $step->uuid,
                        'said' => $step->said,
                        'back' => $step->taken_back_at !== null,
                        'marks' => array_values(
                            ($marks[$step->id] ?? collect())
                                ->map(
                                    fn ($mark): array => [
                                        (int) $mark->frame_id,
                                        [
                                            (string) $mark->verdict_before,
                                            (int) $mark->rating_before,
                                            (int) $mark->uses_before,
                                        ],
                                        [(string) $mark->verdict, (int) $mark->rating, (int) $mark->uses],
                                        $mark->collected === null ? null : (bool) $mark->collected,
                                    ],
                                )
                                ->all(),
                        ),
                    ],
                )
                ->all(),
        );
    }
}
