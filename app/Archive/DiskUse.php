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
 * @phpstan-type Used array{places: array<string, int>, pictures: int, outputs: int, deliveries: int, ended: int,
 *     bags: int, dropped: int, total: int, free: int}
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
        $ids = array_values(array_map(intval(...), $shoots->modelKeys()));
        $copies = $this->copies($ids);
        $outputs = $this->outputs($ids);
        $deliveries = $this->deliveries($ids);
        $bags = self::bags($ids);
        $used = [];
        foreach ($shoots as $shoot) {
            $used[$shoot->id] = self::summed([
                ...$copies[$shoot->id] ?? ['places' => [], 'dropped' => 0],
                ...$deliveries[$shoot->id] ?? ['deliveries' => 0, 'ended' => 0],
                'pictures' => $this->pictures($shoot),
                'outputs' => $outputs[$shoot->id] ?? 0,
                'bags' => (int) ($bags[$shoot->id] ?? 0),
            ]);
        }

        return $used;
    }

    /**
     * @param  list<int>  $shoots
     * @return array<array-key, mixed> shoot => bytes
     */
    private static function bags(array $shoots): array
    {
        return Bag::query()
            ->whereIn('shoot_id', $shoots)
            ->groupBy('shoot_id')
            ->selectRaw('shoot_id, SUM(bytes) AS bytes')
            ->toBase()
            ->pluck('bytes', 'shoot_id')
            ->all();
    }

    /**
     * @param  array{places: array<string, int>, pictures: int, outputs: int, deliveries: int, ended: int, bags: int,
     *     dropped: int}  $used
     * @return Used
     */
    private static function summed(array $used): array
    {
        $kept = $used['pictures'] + $used['outputs'] + $used['deliveries'] + $used['bags'];

        return [
            ...$used,
            'total' => array_sum($used['places']) + $kept,
            'free' => $used['outputs'] + $used['ended'] + $used['dropped'],
        ];
    }

    /**
     * @param  list<int>  $shoots
     * @return array<int, array{places: array<string, int>, dropped: int}> bytes in each place,
     *     and those of dropped frames
     */
    private function copies(array $shoots): array
    {
        $copies = [];
        foreach (self::copiesByPlace($shoots) as $row) {
            $shoot = (int) $row->shoot_id;
            $copies[$shoot]['places'][(string) $row->place] = (int) $row->bytes;
            $copies[$shoot]['dropped'] = ($copies[$shoot]['dropped'] ?? 0) + (int) $row->dropped;
        }

        return $copies;
    }

    /**
     * @param  list<int>  $shoots
     * @return iterable<\stdClass>
     */
    private static function copiesByPlace(array $shoots): iterable
    {
        return DB::table('copies')
            ->join('files', 'files.id', '=', 'copies.file_id')
            ->join('cards', 'cards.id', '=', 'files.card_id')
            ->leftJoin('frames', 'frames.id', '=', 'files.frame_id')
            ->whereIn('cards.shoot_id', $shoots)
            ->where('copies.place', 'not like', 'bag %')
            ->groupBy('cards.shoot_id', 'copies.place')
            ->selectRaw('cards.shoot_id, copies.place, SUM(files.size) AS bytes')
            ->selectRaw('SUM(IF(frames.verdict = ?, files.size, 0)) AS dropped', [Verdict::Drop->value])
            ->get();
    }

    /**
     * @param  list<int>  $shoots
     * @return array<int, int> bytes
     */
    private function outputs(array $shoots): array
    {
        $bytes = DB::table('output_files')
            ->join('frames', 'frames.id', '=', 'output_files.frame_id')
            ->whereIn('frames.shoot_id', $shoots)
            ->groupBy('frames.shoot_id')
            ->selectRaw('frames.shoot_id, SUM(output_files.bytes) AS bytes')
            ->pluck('bytes', 'shoot_id');

        return array_map(intval(...), $bytes->all());
    }

    /**
     * Files and ZIPs of deliveries.
     *
     * @param  list<int>  $shoots
     * @return array<int, array{deliveries: int, ended: int}> bytes of all, and of those that nobody can fetch any more
     */
    private function deliveries(array $shoots): array
    {
        $deliveries = [];
        foreach (['delivery_files' => 'replaced_at', 'delivery_zips' => 'gone_at'] as $table => $gone) {
            foreach (self::delivered($table, $gone, $shoots) as $row) {
                $before = $deliveries[(int) $row->shoot_id] ?? ['deliveries' => 0, 'ended' => 0];
                $deliveries[(int) $row->shoot_id] = [
                    'deliveries' => $before['deliveries'] + (int) $row->bytes,
                    'ended' => $before['ended'] + (int) $row->ended,
                ];
            }
        }

        return $deliveries;
    }

    /**
     * @param  string  $gone  the column that says that it is not there any more
     * @param  list<int>  $shoots
     * @return iterable<\stdClass>
     */
    private static function delivered(string $table, string $gone, array $shoots): iterable
    {
        return DB::table($table)
            ->join('deliveries', 'deliveries.id', '=', "{$table}.delivery_id")
            ->whereIn('deliveries.shoot_id', $shoots)
            ->whereNull("{$table}.{$gone}")
            ->whereNull('deliveries.freed_at')
            ->groupBy('deliveries.shoot_id')
            ->selectRaw("deliveries.shoot_id, SUM({$table}.bytes) AS bytes")
            ->selectRaw("SUM(IF(deliveries.ends_on < CURDATE(), {$table}.bytes, 0)) AS ended")
            ->get();
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
