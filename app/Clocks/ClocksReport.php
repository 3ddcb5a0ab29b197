<?php

declare(strict_types=1);

namespace App\Clocks;

use App\Frames\FrameCounts;
use App\Studio\Stage;
use App\Studio\StageReport;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

/** With one body there is nothing to bring in step; with more, each wants a word: set, or right as it is. */
final class ClocksReport implements StageReport
{
    public function stage(): string
    {
        return 'clocks';
    }

    public function forShoots(Collection $shoots): array
    {
        $counts = FrameCounts::of($shoots);
        $clocks = DB::table('clocks')
            ->whereIn('shoot_id', $shoots->modelKeys())
            ->groupBy('shoot_id')
            ->selectRaw('shoot_id, COUNT(DISTINCT body_id) AS n')
            ->pluck('n', 'shoot_id');
        $stages = [];
        foreach ($shoots as $shoot) {
            $stages[$shoot->id] = self::checked($counts->bodies($shoot), (int) ($clocks[$shoot->id] ?? 0));
        }

        return $stages;
    }

    private static function checked(int $all, int $set): Stage
    {
        return match (true) {
            $all === 0 => new Stage('clocks', 0.0),
            $all === 1 => new Stage('clocks', 1.0, '1 body'),
            $set < $all => new Stage(
                'clocks',
                $set / $all,
                $all - $set.' to check',
                'Check '.($all - $set).' of '.$all.' clocks',
                'frames of all bodies are merged by time',
            ),
            default => new Stage('clocks', 1.0, "{$set} set"),
        };
    }
}
