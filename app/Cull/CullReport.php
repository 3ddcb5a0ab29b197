<?php

declare(strict_types=1);

namespace App\Cull;

use App\Frames\FrameCounts;
use App\Studio\Stage;
use App\Studio\StageReport;
use Illuminate\Database\Eloquent\Collection;
use Kanpai\Core\Frames\Verdict;

final class CullReport implements StageReport
{
    public function stage(): string
    {
        return 'cull';
    }

    public function forShoots(Collection $shoots): array
    {
        $counts = FrameCounts::of($shoots);
        $stages = [];
        foreach ($shoots as $shoot) {
            $all = $counts->all($shoot);
            $open = $counts->decided($shoot, Verdict::Open);
            $kept = number_format($counts->decided($shoot, Verdict::Keep));
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
