<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\DcfName;
use Kanpai\Core\Ingest\NamePattern;
use Kanpai\Core\Ingest\NamePlan;

/**
 * What a pattern would make of the files that are still to be copied, as folders with their first and last names; and
 * of every file, one by one.
 *
 * @phpstan-import-type Planned from NamePlan
 *
 * @phpstan-type Folder array{folder: string, files: int, first: string, last: string, example: string}
 */
final class NameTree
{
    /** Clashes that are named. */
    private const NAMED = 12;

    /** Files on a page of the list. */
    private const PAGE = 200;

    public function __construct(private readonly Naming $naming)
    {
    }

    /**
     * @return array{folders: list<Folder>, files: int, clashes: int, named: list<array{was: string,
     *     becomes: string}>, isExample: bool, copied: int, renamed: int}
     */
    public function of(Shoot $shoot, NamePattern $pattern): array
    {
        $planned = array_values($this->naming->plan($shoot, $pattern));
        $anew = $this->naming->anew($shoot, $pattern);
        $isExample = $planned === [];
        if ($isExample) {
            $planned = $this->example($shoot, $pattern);
        }
        $folders = [];
        $clashes = [];
        foreach ($planned as $plan) {
            $folder = dirname($plan['path']) === '.' ? '' : dirname($plan['path']);
            $name = mb_scrub(basename($plan['path']), 'UTF-8');
            $folders[$folder] ??= [
                'folder' => mb_scrub($folder, 'UTF-8'),
                'files' => 0,
                'first' => $name,
                'last' => $name,
                'example' => $name,
            ];
            $folders[$folder]['files']++;
            $folders[$folder]['last'] = $name;
            if ($plan['clash'] !== '') {
                $clashes[] = ['was' => mb_scrub($plan['clash'], 'UTF-8'), 'becomes' => $name];
            }
        }
        ksort($folders);

        return [
            'folders' => array_values($folders),
            'files' => count($planned),
            'clashes' => count($clashes),
            'named' => array_slice($clashes, 0, self::NAMED),
            'isExample' => $isExample,
            'copied' => count($anew),
            'renamed' => count(array_filter($anew, fn (array $plan): bool => $plan['from'] !== $plan['to'])),
        ];
    }

    /**
     * @return array{names: list<array{time: string, camera: string, now: string, then: string}>, of: int, isMore: bool}
     *   some of all files, in order of time
     */
    public function names(Shoot $shoot, NamePattern $pattern, int $page): array
    {
        $all = [];
        foreach ($this->naming->anew($shoot, $pattern) as $id => $plan) {
            $all[$id] = [
                'taken' => $plan['taken'],
                'camera' => $plan['camera'],
                'now' => $plan['from'],
                'then' => $plan['to'],
            ];
        }
        $waiting = $this->naming->plan($shoot, $pattern);
        foreach (
            DB::table('files')
                ->leftJoin('frames', 'frames.id', '=', 'files.frame_id')
                ->whereIntegerInRaw('files.id', array_keys($waiting))
                ->get(['files.id', 'files.path', 'files.modified_at', 'frames.taken_ms']) as $row
        ) {
            $all[(int) $row->id] = [
                'taken' => (int) ($row->taken_ms ?? $row->modified_at * 1000),
                'camera' => DcfName::displayable($row->path),
                'now' => '',
                'then' => $waiting[(int) $row->id]['path'],
            ];
        }
        uasort($all, fn (array $a, array $b): int => $a['taken'] <=> $b['taken']);
        $zone = $shoot->zone();
        $shown = array_map(
            fn (array $file): array => [
                'time' => $zone->format($file['taken'], 'H:i:s'),
                'camera' => $file['camera'],
                'now' => mb_scrub($file['now'], 'UTF-8'),
                'then' => mb_scrub($file['then'], 'UTF-8'),
            ],
            array_slice($all, $page * self::PAGE, self::PAGE),
        );

        return [
            'names' => array_values($shown),
            'of' => count($all),
            'isMore' => count($all) > ($page + 1) * self::PAGE,
        ];
    }

    /** @return list<Planned> what two invented frames would be called, as long as there is no card */
    private function example(Shoot $shoot, NamePattern $pattern): array
    {
        $values = [
            'shoot' => $shoot->name,
            'client' => $shoot->client,
            'place' => $shoot->venue,
            'year' => $shoot->held_on->format('Y'),
            'month' => $shoot->held_on->format('m'),
            'day' => $shoot->held_on->format('d'),
            'date' => $shoot->held_on->format('Y-m-d'),
            'time' => '140311',
            'shooter' => 'Shooter',
            'body' => 'Camera',
            'serial' => '204417',
            'card' => '1',
            'card_name' => 'card',
            'folder' => '100MEDIA',
            'original' => 'FRAM0001',
            'name' => 'FRAM0001',
        ];

        return array_values(
            (new NamePlan($pattern))->of([
                ['key' => 'a', 'extension' => '.DNG', 'number' => 1, 'values' => $values],
                ['key' => 'a', 'extension' => '.JPG', 'number' => 1, 'values' => $values],
                [
                    'key' => 'b',
                    'extension' => '.JPG',
                    'number' => 2,
                    'values' => ['original' => 'FRAM0002', 'name' => 'FRAM0002', 'time' => '140312'] + $values,
                ],
            ]),
        );
    }
}
