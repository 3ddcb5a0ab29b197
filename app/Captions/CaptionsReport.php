<?php

declare(strict_types=1);

namespace App\Captions;

use App\Frames\FrameCounts;
use App\Studio\KeptFigures;
use App\Studio\Revised;
use App\Studio\Shoot;
use App\Studio\Stage;
use App\Studio\StageReport;
use App\Studio\Task;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Query\JoinClause;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Verdict;

/** Frames that are not dropped want a caption. */
final class CaptionsReport implements StageReport
{
    private const WORK = [
        ApplyBatch::KIND,
        UndoBatch::KIND,
        WriteCaptions::KIND,
        LookAtSidecars::KIND,
    ];

    /** @return Builder<Task> tasks of a shoot that are about captions and go on now */
    public static function workUnderWay(Shoot $shoot): Builder
    {
        return Task::underWay()->where('shoot_id', $shoot->id)->whereIn('kind', self::WORK);
    }

    public function stage(): string
    {
        return 'captions';
    }

    public function forShoots(Collection $shoots): array
    {
        $counts = FrameCounts::of($shoots);
        $ids = array_values(array_map(intval(...), $shoots->modelKeys()));
        $kept = KeptFigures::from($ids, Revised::Frames, Revised::Cards, Revised::Captions);
        $done = $kept->get('captioned', self::captioned(...));
        $stages = [];
        foreach ($shoots as $shoot) {
            $all = $counts->notDropped($shoot);
            $stages[$shoot->id] = self::done($all, $all - ($done[$shoot->id][0] ?? 0));
        }

        return $stages;
    }

    /**
     * @param  list<int>  $shoots
     * @return array<int, array{int}> shoot => frames that have a caption and are not dropped
     */
    private static function captioned(array $shoots): array
    {
        $told = fn (JoinClause $join) => $join
            ->on('captions.shoot_id', '=', 'frames.shoot_id')
            ->on('captions.frame_id', '=', 'frames.id')
            ->where('captions.tells', true);

        return DB::table('frames')
            ->join('captions', $told)
            ->whereIn('frames.shoot_id', $shoots)
            ->where('frames.verdict', '<>', Verdict::Drop)
            ->groupBy('frames.shoot_id')
            ->selectRaw('frames.shoot_id, COUNT(*) AS n')
            ->pluck('n', 'shoot_id')
            ->map(fn ($n): array => [(int) $n])
            ->all();
    }

    private static function done(int $all, int $left): Stage
    {
        return match (true) {
            $all === 0 => new Stage('captions', 0.0),
            $left > 0 => new Stage(
                'captions',
                1 - $left / $all,
                number_format($left).' left',
                'Caption '.number_format($left).' frames',
                number_format($all - $left).' of '.number_format($all).' captioned',
            ),
            default => new Stage('captions', 1.0, 'all done'),
        };
    }
}
