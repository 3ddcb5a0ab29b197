<?php

declare(strict_types=1);

namespace App\Cull\Propose;

use App\Imaging\Faces\FaceModels;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Cull\Proposal\FrameReport;
use Kanpai\Core\Cull\Proposal\KindOfWork;
use Kanpai\Core\Cull\Proposal\MeasuredFrame;
use Kanpai\Core\Cull\Proposal\MomentReport;
use Kanpai\Core\Cull\Proposal\People;
use Kanpai\Core\Cull\Proposal\Proposals;
use Kanpai\Core\Cull\Proposal\SeenFace;
use Kanpai\Core\Cull\Proposal\Weights;

/**
 * What is proposed of a shoot, as the culling page reads it. Worked out anew each time from what was measured: nothing
 * of it is kept, and no frame is marked by it.
 */
final class ShootProposals
{
    /** @return array<string, mixed> */
    public static function of(Shoot $shoot): array
    {
        $settings = ProposalSettings::of($shoot);
        $proposals = Proposals::of($settings->isOn ? MeasuredFrames::ofShoot($shoot) : [], $settings->weights);

        return [
            'isOn' => $settings->isOn,
            'work' => $settings->work->value,
            'works' => array_column(array_map(
                fn (KindOfWork $work): array => [$work->value, $work->inWords()],
                KindOfWork::cases(),
            ), 1, 0),
            'weights' => $settings->weights->values,
            'names' => Weights::NAMES,
            'share' => $settings->share,
            'order' => $proposals->order,
            ...self::moments($proposals->moments),
            'missing' => FaceModels::missing(),
            ...self::progress($shoot),
        ];
    }

    /**
     * @param  list<MomentReport>  $moments
     * @return array{alone: list<int>, doubts: list<int>, warnings: array<int, string>} frames; warnings by the best one
     */
    private static function moments(array $moments): array
    {
        $alone = $doubts = $warnings = [];
        foreach ($moments as $moment) {
            $best = $moment->frames[0];
            if ($moment->standsAlone()) {
                $alone[] = $best->frame->id;
            }
            if ($moment->warning() !== '') {
                $warnings[$best->frame->id] = $moment->warning();
            }
            foreach ($moment->frames as $report) {
                if ($report->isDoubtful) {
                    $doubts[] = $report->frame->id;
                }
            }
        }

        return ['alone' => $alone, 'doubts' => $doubts, 'warnings' => $warnings];
    }

    /** @return array{measured: int, total: int, unread: list<string>} frames; `unread` names those that could not be */
    private static function progress(Shoot $shoot): array
    {
        $counts = DB::table('frames')
            ->leftJoin('frame_measures', 'frame_measures.frame_id', '=', 'frames.id')
            ->where('frames.shoot_id', $shoot->id)
            ->selectRaw('COUNT(*) AS total, COUNT(frame_measures.frame_id) AS measured')
            ->first();
        $unread = DB::table('frame_measures')
            ->join('frames', 'frames.id', '=', 'frame_measures.frame_id')
            ->where('frames.shoot_id', $shoot->id)
            ->whereNotNull('frame_measures.problem')
            ->orderBy('frames.taken_ms')
            ->limit(100)
            ->pluck('frames.name');

        return [
            'measured' => (int) ($counts->measured ?? 0),
            'total' => (int) ($counts->total ?? 0),
            'unread' => array_values($unread->map(strval(...))->all()),
        ];
    }

    /**
     * The people of a moment against its frames.
     *
     * @return array{people: list<string>, warning: string, frames: list<array<string, mixed>>} frames in the order of
     *     time
     */
    public static function ofMoment(Shoot $shoot, int $moment): array
    {
        $frames = MeasuredFrames::ofMoment($shoot, $moment);
        if ($frames === []) {
            return ['people' => [], 'warning' => '', 'frames' => []];
        }
        $report = MomentReport::of($frames, ProposalSettings::of($shoot)->weights);
        $rows = array_map(
            fn (FrameReport $frame): array => self::row($frame, $report),
            $report->frames,
        );
        $times = array_map(fn (FrameReport $frame): int => $frame->frame->taken, $report->frames);
        array_multisort($times, $rows);
        $count = $report->people->count;

        return [
            'people' => array_map(
                fn (int $person): string => People::placeInWords($person, $count),
                $count === 0 ? [] : range(0, $count - 1),
            ),
            'warning' => $report->warning(),
            'frames' => array_values($rows),
        ];
    }

    /** @return array{int, int} people who look at the camera, and those of whom it can be said */
    private static function looks(MeasuredFrame $frame): array
    {
        $looks = array_map(fn (SeenFace $face): ?bool => $face->looksAtTheCamera(), $frame->faces);
        $known = array_filter($looks, fn (?bool $looks): bool => $looks !== null);

        return [count(array_filter($known)), count($known)];
    }

    /** @return array<string, mixed> */
    private static function row(FrameReport $report, MomentReport $moment): array
    {
        $faces = [];
        foreach ($moment->people->faces[$report->frame->id] ?? [] as $person => $i) {
            $face = $report->frame->faces[$i];
            $faces[] = [
                'person' => $person,
                'box' => array_map(
                    fn (float $share): float => round($share, 4),
                    [$face->left, $face->top, $face->width, $face->height],
                ),
                'word' => $report->words[$person],
                'isFault' => in_array($person, $report->faulty, true),
            ];
        }

        return [
            'id' => $report->frame->id,
            'name' => $report->frame->name,
            'score' => round($report->score, 3),
            'rank' => 1 + (int) array_search($report, $moment->frames, true),
            'reason' => $report->reason($moment->frames),
            'parts' => array_map(fn (?float $part): ?float => $part === null ? null : round($part, 2), $report->parts),
            'eyes' => [$report->open, $report->known],
            'looks' => self::looks($report->frame),
            'good' => count($report->words) - count($report->faulty),
            'faces' => $faces,
        ];
    }
}
