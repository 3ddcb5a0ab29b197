<?php

declare(strict_types=1);

namespace App\Cull\Propose;

use App\Imaging\Faces\FaceModels;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Cull\Proposal\MomentReport;
use Kanpai\Core\Cull\Proposal\Proposals;

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
            'weights' => $settings->weights->values,
            'share' => $settings->share,
            'order' => $proposals->order,
            ...self::moments($proposals->moments),
            'taste' => StudioTaste::of($shoot->studio_id),
            'missing' => FaceModels::missing(),
            ...self::progress($shoot),
        ];
    }

    /** @return list<int> the frames that are proposed to be kept */
    public static function proposed(Shoot $shoot): array
    {
        $settings = ProposalSettings::of($shoot);
        $order = Proposals::of(MeasuredFrames::ofShoot($shoot), $settings->weights)->order;

        return array_slice($order, 0, $settings->proposed(count($order)));
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
                if ($report->isDoubtful()) {
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

        return [
            'measured' => (int) ($counts->measured ?? 0),
            'total' => (int) ($counts->total ?? 0),
            'unread' => self::unread($shoot),
        ];
    }

    /** @return list<string> names */
    private static function unread(Shoot $shoot): array
    {
        $names = DB::table('frame_measures')
            ->join('frames', 'frames.id', '=', 'frame_measures.frame_id')
            ->where('frames.shoot_id', $shoot->id)
            ->whereNotNull('frame_measures.problem')
            ->orderBy('frames.taken_ms')
            ->limit(100)
            ->pluck('frames.name');

        return array_values($names->map(strval(...))->all());
    }
}
