<?php

declare(strict_types=1);

namespace App\Captions;

use App\Frames\FrameCounts;
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
        $done = DB::table('frames')
            ->join(
                'captions',
                fn (JoinClause $join) => $join
                    ->on('captions.shoot_id', '=', 'frames.shoot_id')
                    ->on('captions.frame_id', '=', 'frames.id')
                    ->where('captions.tells', true),
            )
            ->whereIn('frames.shoot_id', $shoots->modelKeys())
            ->where('frames.verdict', '<>', Verdict::Drop)
            ->groupBy('frames.shoot_id')
            ->selectRaw('frames.shoot_id, COUNT(*) AS n')
            ->pluck('n', 'shoot_id');
        $stages = [];
        foreach ($shoots as $shoot) {
            $wanted = $counts->notDropped($shoot);
            $left = $wanted - (int) ($done[$shoot->id] ?? 0);
            $stages[$shoot->id] = match (true) {
                $wanted === 0 => new Stage('captions', 0.0),
                $left > 0 => new Stage(
                    'captions',
                    1 - $left / $wanted,
                    number_format($left).' left',
                    'Caption '.number_format($left).' frames',
                    number_format($wanted - $left).' of '.number_format($wanted).' captioned',
                ),
                default => new Stage('captions', 1.0, 'all done'),
            };
        }

        return $stages;
    }
}
