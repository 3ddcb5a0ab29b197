<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Studio\Stage;
use App\Studio\StageReport;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

final class DeliverReport implements StageReport
{
    public function stage(): string
    {
        return 'deliver';
    }

    public function forShoots(Collection $shoots): array
    {
        $counts = DB::table('selections')
            ->join('galleries', 'galleries.id', '=', 'selections.gallery_id')
            ->leftJoin(
                'deliveries',
                fn ($join) => $join
                    ->on('deliveries.selection_id', '=', 'selections.id')
                    ->whereNotNull('deliveries.made_at'),
            )
            ->leftJoin(
                'receipts',
                fn ($join) => $join->on('receipts.delivery_id', '=', 'deliveries.id')->where('receipts.kind', 'fetched'),
            )
            ->whereIn('galleries.shoot_id', $shoots->modelKeys())
            ->groupBy('galleries.shoot_id')
            ->selectRaw(
                'galleries.shoot_id, COUNT(DISTINCT selections.id) AS n, COUNT(DISTINCT deliveries.selection_id) '.
                    'AS made, COUNT(DISTINCT IF(receipts.id IS NULL, NULL, deliveries.selection_id)) AS fetched',
            )
            ->get()
            ->keyBy('shoot_id');
        $stages = [];
        foreach ($shoots as $shoot) {
            $all = (int) ($counts[$shoot->id]->n ?? 0);
            $made = (int) ($counts[$shoot->id]->made ?? 0);
            $fetched = (int) ($counts[$shoot->id]->fetched ?? 0);
            $stages[$shoot->id] = match (true) {
                $all === 0 => new Stage('deliver', 0.0),
                $made < $all => new Stage(
                    'deliver',
                    $made / $all / 2,
                    $all - $made.' to pack',
                    $all - $made === 1 ? 'Deliver the selection' : 'Deliver '.($all - $made).' selections',
                ),
                $fetched < $all => new Stage('deliver', 0.75, 'not fetched', '', 'the link is out, not fetched yet'),
                default => new Stage('deliver', 1.0, 'fetched'),
            };
        }

        return $stages;
    }
}
