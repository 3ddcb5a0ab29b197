<?php

declare(strict_types=1);

namespace App\Captions;

use App\Studio\Shoot;
use App\Studio\Stage;
use App\Studio\StageReport;
use App\Studio\Task;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

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
        $counts = DB::table('frames')
            ->leftJoin('captions', 'captions.frame_id', '=', 'frames.id')
            ->whereIn('frames.shoot_id', $shoots->modelKeys())
            ->where('frames.verdict', '<>', 'drop')
            ->groupBy('frames.shoot_id')
            ->selectRaw('frames.shoot_id, COUNT(*) AS wanted, COALESCE(SUM(captions.tells), 0) AS done')
            ->get()
            ->keyBy('shoot_id');
        $stages = [];
        foreach ($shoots as $shoot) {
            $wanted = (int) ($counts[$shoot->id]->wanted ?? 0);
            $left = $wanted - (int) ($counts[$shoot->id]->done ?? 0);
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
