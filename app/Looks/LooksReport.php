<?php

declare(strict_types=1);

namespace App\Looks;

use App\Frames\FrameCounts;
use App\Studio\KeptFigures;
use App\Studio\Revised;
use App\Studio\Shoot;
use App\Studio\Stage;
use App\Studio\StageReport;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Verdict;

final class LooksReport implements StageReport
{
    public function stage(): string
    {
        return 'looks';
    }

    public function forShoots(Collection $shoots): array
    {
        $counts = FrameCounts::of($shoots);
        $ids = array_values(array_map(intval(...), $shoots->modelKeys()));
        $finished = KeptFigures::from($ids, Revised::Frames, Revised::Looks)->get('finished', self::counted(...));
        $stages = [];
        foreach ($shoots as $shoot) {
            $stages[$shoot->id] = self::stageOf(
                $counts->decided($shoot, Verdict::Keep),
                (int) ($finished[$shoot->id][0] ?? 0),
            );
        }

        return $stages;
    }

    /**
     * @param  list<int>  $shoots
     * @return array<int, list<int>> shoot => kept frames that have a look
     */
    private static function counted(array $shoots): array
    {
        return DB::table('frames')
            ->join('looks', FrameLook::ofThem(...))
            ->whereIntegerInRaw('looks.shoot_id', $shoots)
            ->where('frames.verdict', Verdict::Keep)
            ->whereNotNull('looks.large_path')
            ->whereNull('frames.aside_at')
            ->groupBy('looks.shoot_id')
            ->selectRaw('looks.shoot_id, COUNT(*) AS n')
            ->pluck('n', 'shoot_id')
            ->map(fn ($count): array => [(int) $count])
            ->all();
    }

    private static function stageOf(int $kept, int $finished): Stage
    {
        $left = max(0, $kept - $finished);

        return match (true) {
            // Finishing is nobody's duty: a shoot of JPEGs may go out as it is.
            $kept === 0, $finished === 0 => new Stage('looks', 0.0),
            $left === 0 => new Stage('looks', 1.0, number_format($finished).' done'),
            default => new Stage('looks', $finished / $kept, number_format($left).' plain'),
        };
    }
}
