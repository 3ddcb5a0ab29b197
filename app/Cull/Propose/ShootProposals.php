<?php

declare(strict_types=1);

namespace App\Cull\Propose;

use App\Cull\Measure\MeasureFrames;
use App\Imaging\Faces\FaceModels;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Cull\Proposal\Proposals;
use Kanpai\Core\Cull\Proposal\RankedMoment;

/**
 * What is proposed of a shoot, as the culling page reads it. Weighed anew each time from what was found; no frame is
 * marked by it.
 */
final class ShootProposals
{
    /** @return array<string, mixed> */
    public static function of(Shoot $shoot): array
    {
        $settings = ProposalSettings::of($shoot);
        ['moments' => $moments, 'isFresh' => $isFresh] = $settings->isOn
            ? KeptFindings::soon($shoot)
            : ['moments' => [], 'isFresh' => true];
        $proposals = Proposals::of($moments, $settings->weights);

        return [
            'isOn' => $settings->isOn,
            'work' => $settings->work->value,
            'weights' => $settings->weights->values,
            'share' => $settings->share,
            'order' => $proposals->order,
            'isFresh' => $isFresh,
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
        $order = Proposals::of(KeptFindings::of($shoot), $settings->weights)->order;

        return array_slice($order, 0, $settings->proposed(count($order)));
    }

    /**
     * @param  list<RankedMoment>  $moments
     * @return array{alone: list<int>, doubts: list<int>, warnings: array<int, string>} frames; warnings by the best one
     */
    private static function moments(array $moments): array
    {
        $alone = $doubts = $warnings = [];
        foreach ($moments as $moment) {
            $best = $moment->frames[0];
            if ($moment->standsAlone()) {
                $alone[] = $best->id;
            }
            $warning = $moment->warning();
            if ($warning !== '') {
                $warnings[$best->id] = $warning;
            }
            foreach ($moment->frames as $frame) {
                if ($frame->isDoubtful) {
                    $doubts[] = $frame->id;
                }
            }
        }

        return ['alone' => $alone, 'doubts' => $doubts, 'warnings' => $warnings];
    }

    /**
     * @return array{measured: int, total: int, unread: list<string>, doing: string} frames; `unread` names those that
     *     could not be; `doing` how far, how fast and how long, while it is done
     */
    private static function progress(Shoot $shoot): array
    {
        $task = MeasureFrames::latest($shoot);

        return [
            'measured' => DB::table('frame_measures')->where('shoot_id', $shoot->id)->count(),
            'total' => DB::table('frames')->where('shoot_id', $shoot->id)->count(),
            'unread' => self::unread($shoot),
            'doing' => $task?->isUnderWay() === true ? $task->progressInWords() : '',
        ];
    }

    /** @return list<string> names */
    private static function unread(Shoot $shoot): array
    {
        $names = DB::table('frame_measures')
            ->join('frames', 'frames.id', '=', 'frame_measures.frame_id')
            ->where('frame_measures.shoot_id', $shoot->id)
            ->whereNotNull('frame_measures.problem')
            ->orderBy('frames.taken_ms')
            ->limit(100)
            ->pluck('frames.name');

        return array_values($names->map(strval(...))->all());
    }
}
