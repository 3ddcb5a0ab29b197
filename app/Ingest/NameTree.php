<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\DcfName;
use Kanpai\Core\Ingest\NamePattern;
use Kanpai\Core\Ingest\NamePlan;
use stdClass;

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
    /** Placeholders of an invented frame. */
    private const EXAMPLE = [
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
        $files = array_values($this->naming->plan($shoot, $pattern));
        $anew = $this->naming->anew($shoot, $pattern);
        $planned = $files === [] ? $this->example($shoot, $pattern) : $files;
        $clashes = self::clashes($planned);

        return [
            'folders' => self::folders(array_column($planned, 'path')),
            'files' => count($planned),
            'clashes' => count($clashes),
            'named' => array_slice($clashes, 0, self::NAMED),
            'isExample' => $files === [],
            'copied' => count($anew),
            'renamed' => count(array_filter($anew, fn (array $plan): bool => $plan['from'] !== $plan['to'])),
        ];
    }

    /**
     * @param  list<Planned>  $planned
     * @return list<array{was: string, becomes: string}>
     */
    private static function clashes(array $planned): array
    {
        $clashes = [];
        foreach ($planned as $plan) {
            if ($plan['clash'] !== '') {
                $clashes[] = ['was' => mb_scrub($plan['clash']), 'becomes' => mb_scrub(basename($plan['path']))];
            }
        }

        return $clashes;
    }

    /**
     * @param  list<string>  $paths
     * @return list<Folder> by name
     */
    private static function folders(array $paths): array
    {
        $folders = [];
        foreach ($paths as $path) {
            $folder = dirname($path) === '.' ? '' : dirname($path);
            $name = mb_scrub(basename($path));
            $folders[$folder] ??= [
                'folder' => mb_scrub($folder),
                'files' => 0,
                'first' => $name,
                'last' => $name,
                'example' => $name,
            ];
            $folders[$folder]['files']++;
            $folders[$folder]['last'] = $name;
        }
        ksort($folders);

        return array_values($folders);
    }

    /**
     * @return array{names: list<array{time: string, camera: string, now: string, then: string}>, of: int, isMore: bool}
     *   some of all files, in order of time
     */
    public function names(Shoot $shoot, NamePattern $pattern, int $page): array
    {
        $all = array_replace(
            array_map(
                fn (array $plan): array => [
                    'taken' => $plan['taken'],
                    'camera' => $plan['camera'],
                    'now' => $plan['from'],
                    'then' => $plan['to'],
                ],
                $this->naming->anew($shoot, $pattern),
            ),
            $this->waiting($shoot, $pattern),
        );
        uasort($all, fn (array $a, array $b): int => $a['taken'] <=> $b['taken']);
        $shown = array_slice($all, $page * self::PAGE, self::PAGE);

        return [
            'names' => array_values(array_map(fn (array $file): array => self::line($shoot, $file), $shown)),
            'of' => count($all),
            'isMore' => count($all) > ($page + 1) * self::PAGE,
        ];
    }

    /**
     * @param  array{taken: int, camera: string, now: string, then: string}  $file
     * @return array{time: string, camera: string, now: string, then: string}
     */
    private static function line(Shoot $shoot, array $file): array
    {
        return [
            'time' => $shoot->zone()->format($file['taken'], 'H:i:s'),
            'camera' => $file['camera'],
            'now' => mb_scrub($file['now'], 'UTF-8'),
            'then' => mb_scrub($file['then'], 'UTF-8'),
        ];
    }

    /** @return list<Planned> what two invented frames would be called, as long as there is no card */
    private function example(Shoot $shoot, NamePattern $pattern): array
    {
        $first = [...self::ofShoot($shoot), ...self::EXAMPLE];
        $second = ['original' => 'FRAM0002', 'name' => 'FRAM0002', 'time' => '140312'] + $first;

        return array_values(
            (new NamePlan($pattern))->of([
                ['key' => 'a', 'extension' => '.DNG', 'number' => 1, 'values' => $first],
                ['key' => 'a', 'extension' => '.JPG', 'number' => 1, 'values' => $first],
                ['key' => 'b', 'extension' => '.JPG', 'number' => 2, 'values' => $second],
            ]),
        );
    }

    /** @return array<string, string> */
    private static function ofShoot(Shoot $shoot): array
    {
        return [
            'shoot' => $shoot->name,
            'client' => $shoot->client,
            'place' => $shoot->venue,
            'year' => $shoot->held_on->format('Y'),
            'month' => $shoot->held_on->format('m'),
            'day' => $shoot->held_on->format('d'),
            'date' => $shoot->held_on->format('Y-m-d'),
        ];
    }

    /** @return array<int, array{taken: int, camera: string, now: string, then: string}> of files that wait for the copy */
    private function waiting(Shoot $shoot, NamePattern $pattern): array
    {
        $planned = $this->naming->plan($shoot, $pattern);
        $files = DB::table('files')
            ->leftJoin('frames', 'frames.id', '=', 'files.frame_id')
            ->whereIntegerInRaw('files.id', array_keys($planned))
            ->get(['files.id', 'files.path', 'files.modified_at', 'frames.taken_ms']);

        return $files->keyBy('id')->map(fn (stdClass $row): array => [
            'taken' => (int) ($row->taken_ms ?? $row->modified_at * 1000),
            'camera' => DcfName::displayable($row->path),
            'now' => '',
            'then' => $planned[(int) $row->id]['path'],
        ])->all();
    }
}
