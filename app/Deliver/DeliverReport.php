<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Studio\Shoot;
use App\Studio\Stage;
use App\Studio\StageReport;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Query\Builder;
use Illuminate\Database\Query\JoinClause;
use Illuminate\Support\Collection as BaseCollection;
use Illuminate\Support\Facades\DB;
use stdClass;

final class DeliverReport implements StageReport
{
    public function stage(): string
    {
        return 'deliver';
    }

    public function forShoots(Collection $shoots): array
    {
        $counts = $this->counts($shoots);
        $stages = [];
        foreach ($shoots as $shoot) {
            $own = $counts[$shoot->id] ?? null;
            $stages[$shoot->id] = self::delivered(
                (int) ($own->n ?? 0),
                (int) ($own->made ?? 0),
                (int) ($own->fetched ?? 0),
            );
        }

        return $stages;
    }

    private static function delivered(int $all, int $made, int $fetched): Stage
    {
        return match (true) {
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

    /**
     * @param  Collection<int, Shoot>  $shoots
     * @return BaseCollection<int|string, stdClass> shoot => selections, and how many are delivered and fetched
     */
    private function counts(Collection $shoots): BaseCollection
    {
        return self::selections()
            ->whereIn('galleries.shoot_id', $shoots->modelKeys())
            ->groupBy('galleries.shoot_id')
            ->selectRaw('galleries.shoot_id, COUNT(DISTINCT selections.id) AS n')
            ->selectRaw('COUNT(DISTINCT deliveries.selection_id) AS made')
            ->selectRaw('COUNT(DISTINCT IF(receipts.id IS NULL, NULL, deliveries.selection_id)) AS fetched')
            ->get()
            ->keyBy('shoot_id');
    }

    /** Each with the deliveries that are made of it, and what was fetched of them. */
    private static function selections(): Builder
    {
        $isMade = fn (JoinClause $join) => $join
            ->on('deliveries.selection_id', '=', 'selections.id')
            ->whereNotNull('deliveries.made_at');
        $isFetched = fn (JoinClause $join) => $join
            ->on('receipts.delivery_id', '=', 'deliveries.id')
            ->where('receipts.kind', 'fetched');

        return DB::table('selections')
            ->join('galleries', 'galleries.id', '=', 'selections.gallery_id')
            ->leftJoin('deliveries', $isMade)
            ->leftJoin('receipts', $isFetched);
    }
}
