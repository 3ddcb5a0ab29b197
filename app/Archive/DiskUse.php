<?php

declare(strict_types=1);

namespace App\Archive;

use App\Ingest\Card;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Verdict;

/**
 * What shoots take of the disks, and what of it could be freed.
 *
 * @phpstan-type Used array{places: array<string, int>, pictures: int, outputs: int, deliveries: int, ended: int, bags: int, dropped: int, total: int, free: int}
 */
final class DiskUse
{
    private const SECONDS = 300;

    /**
     * In as many queries as there are kinds of files, not shoots.
     *
     * @param  Collection<int, Shoot>  $shoots
     * @return array<int, Used> shoot => bytes
     */
    public function of(Collection $shoots): array
    {
        $ids = $shoots->modelKeys();
        $places = $outputs = $deliveries = $ended = $bags = $dropped = [];
        foreach (
            DB::table('copies')
                ->join('files', 'files.id', '=', 'copies.file_id')
                ->join('cards', 'cards.id', '=', 'files.card_id')
                ->leftJoin('frames', 'frames.id', '=', 'files.frame_id')
                ->whereIn('cards.shoot_id', $ids)
                ->where('copies.place', 'not like', 'bag %')
                ->groupBy('cards.shoot_id', 'copies.place')
                ->selectRaw(
                    'cards.shoot_id, copies.place, SUM(files.size) AS bytes, SUM(IF(frames.verdict = ?, '.
                        'files.size, 0)) AS dropped',
                    [Verdict::Drop->value],
                )
                ->get() as $row
        ) {
            $places[$row->shoot_id][(string) $row->place] = (int) $row->bytes;
            $dropped[$row->shoot_id] = ($dropped[$row->shoot_id] ?? 0) + (int) $row->dropped;
        }
        foreach (
            DB::table('output_files')
                ->join('frames', 'frames.id', '=', 'output_files.frame_id')
                ->whereIn('frames.shoot_id', $ids)
                ->groupBy('frames.shoot_id')
                ->selectRaw('frames.shoot_id, SUM(output_files.bytes) AS bytes')
                ->get() as $row
        ) {
            $outputs[$row->shoot_id] = (int) $row->bytes;
        }
        foreach ([['delivery_files', 'replaced_at'], ['delivery_zips', 'gone_at']] as [$table, $gone]) {
            foreach (
                DB::table($table)
                    ->join('deliveries', 'deliveries.id', '=', "{$table}.delivery_id")
                    ->whereIn('deliveries.shoot_id', $ids)
                    ->whereNull("{$table}.{$gone}")
                    ->whereNull('deliveries.freed_at')
                    ->groupBy('deliveries.shoot_id')
                    ->selectRaw(
                        "deliveries.shoot_id, SUM({$table}.bytes) AS bytes, SUM(IF(deliveries.ends_on < ".
                            "CURDATE(), {$table}.bytes, 0)) AS ended",
                    )
                    ->get() as $row
            ) {
                $deliveries[$row->shoot_id] = ($deliveries[$row->shoot_id] ?? 0) + (int) $row->bytes;
                $ended[$row->shoot_id] = ($ended[$row->shoot_id] ?? 0) + (int) $row->ended;
            }
        }
        foreach (
            Bag::query()
                ->whereIn('shoot_id', $ids)
                ->groupBy('shoot_id')
                ->selectRaw('shoot_id, SUM(bytes) AS bytes, SUM(state = ?) AS checked', [BagState::Checked->value])
                ->toBase()
                ->get() as $row
        ) {
            $bags[$row->shoot_id] = (int) $row->bytes;
        }
        $used = [];
        foreach ($shoots as $shoot) {
            $one = [
                'places' => $places[$shoot->id] ?? [],
                'pictures' => $this->pictures($shoot),
                'outputs' => $outputs[$shoot->id] ?? 0,
                'deliveries' => $deliveries[$shoot->id] ?? 0,
                'ended' => $ended[$shoot->id] ?? 0,
                'bags' => $bags[$shoot->id] ?? 0,
                'dropped' => $dropped[$shoot->id] ?? 0,
            ];
            $used[$shoot->id] = [
                ...$one,
                'total' => array_sum($one['places']) + $one['pictures'] + $one['outputs'] + $one['deliveries'] + $one['bags'],
                'free' => $one['outputs'] + $one['ended'] + $one['dropped'],
            ];
        }

        return $used;
    }

    /** Previews, proofs and pictures of versions, as they lie in their folders. */
    private function pictures(Shoot $shoot): int
    {
        $folders = Card::query()
            ->where('shoot_id', $shoot->id)
            ->pluck('uuid')
            ->flatMap(fn (string $uuid): array => [$uuid, "versions-{$uuid}"])
            ->merge(
                DB::table('galleries')
                    ->where('shoot_id', $shoot->id)
                    ->pluck('uuid')
                    ->map(fn ($uuid): string => "gallery-{$uuid}"),
            );

        // Ten thousand files are not counted anew with every look.
        return (int) Cache::remember("pictures-of-{$shoot->id}", self::SECONDS, function () use ($folders): int {
            $bytes = 0;
            foreach ($folders as $folder) {
                foreach (glob(config('kanpai.pictures')."/{$folder}/*") ?: [] as $file) {
                    $bytes += (int) @filesize($file);
                }
            }

            return $bytes;
        });
    }
}
