<?php

declare(strict_types=1);

namespace App\Cull;

use App\Studio\Stage;
use App\Studio\StageReport;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

final class CullReport implements StageReport
{
    public function stage(): string
    {
        return 'cull';
    }

    public function forShoots(Collection $shoots): array
    {
        $counts = DB::table('frames')
            ->whereIn('shoot_id', $shoots->modelKeys())
            ->whereNull('aside_at')
            ->groupBy('shoot_id')
            ->selectRaw("shoot_id, COUNT(*) AS n, SUM(verdict = 'open') AS open, SUM(verdict = 'keep') AS kept")
            ->get()
            ->keyBy('shoot_id');
        $stages = [];
        foreach ($shoots as $shoot) {
            $all = (int) ($counts[$shoot->id]->n ?? 0);
            $open = (int) ($counts[$shoot->id]->open ?? 0);
            $kept = number_format((int) ($counts[$shoot->id]->kept ?? 0));
            $stages[$shoot->id] = match (true) {
                $all === 0 => new Stage('cull', 0.0),
                $open > 0 => new Stage(
                    'cull',
                    1 - $open / $all,
                    number_format($open).' open',
                    'Cull '.number_format($open).' open frames',
                    "{$kept} of ".number_format($all).' kept',
                ),
                default => new Stage('cull', 1.0, "{$kept} kept"),
            };
        }

        return $stages;
    }
}
