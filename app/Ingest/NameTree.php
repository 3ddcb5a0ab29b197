<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Shoot;
use Kanpai\Core\Card\NamePattern;
use Kanpai\Core\Card\NamePlan;

/**
 * What a pattern would make of the files that are still to be copied, as folders with their first and last names.
 *
 * @phpstan-import-type Planned from NamePlan
 *
 * @phpstan-type Folder array{folder: string, files: int, first: string, last: string, example: string}
 */
final class NameTree
{
    /** Clashes that are named. */
    private const NAMED = 12;

    public function __construct(private readonly Naming $naming)
    {
    }

    /**
     * @return array{folders: list<Folder>, files: int, clashes: int, named: list<array{was: string, becomes: string}>, isExample: bool}
     */
    public function of(Shoot $shoot, NamePattern $pattern): array
    {
        $planned = [];
        foreach (Card::query()->where('shoot_id', $shoot->id)->orderBy('number')->get() as $card) {
            $planned = [...$planned, ...array_values($this->naming->plan($card->setRelation('shoot', $shoot), $pattern, $card->shooter))];
        }
        $isExample = $planned === [];
        if ($isExample) {
            $planned = $this->example($shoot, $pattern);
        }
        $folders = [];
        $clashes = [];
        foreach ($planned as $plan) {
            $folder = dirname($plan['path']) === '.' ? '' : dirname($plan['path']);
            $name = mb_scrub(basename($plan['path']), 'UTF-8');
            $folders[$folder] ??= ['folder' => mb_scrub($folder, 'UTF-8'), 'files' => 0, 'first' => $name, 'last' => $name, 'example' => $name];
            $folders[$folder]['files']++;
            $folders[$folder]['last'] = $name;
            if ($plan['clash'] !== '') {
                $clashes[] = ['was' => mb_scrub($plan['clash'], 'UTF-8'), 'becomes' => $name];
            }
        }
        ksort($folders);

        return ['folders' => array_values($folders), 'files' => count($planned), 'clashes' => count($clashes), 'named' => array_slice($clashes, 0, self::NAMED), 'isExample' => $isExample];
    }

    /** @return list<Planned> what two invented frames would be called, as long as there is no card */
    private function example(Shoot $shoot, NamePattern $pattern): array
    {
        $values = [
            'shoot' => $shoot->name, 'client' => $shoot->client, 'place' => $shoot->place, 'year' => $shoot->held_on->format('Y'), 'month' => $shoot->held_on->format('m'), 'day' => $shoot->held_on->format('d'), 'date' => $shoot->held_on->format('Y-m-d'),
            'time' => '140311', 'shooter' => 'Shooter', 'body' => 'Camera', 'serial' => '204417', 'card' => '1', 'card_name' => 'card', 'folder' => '100MEDIA', 'original' => 'FRAM0001',
        ];

        return array_values((new NamePlan($pattern))->of([
            ['key' => 'a', 'extension' => '.DNG', 'values' => $values], ['key' => 'a', 'extension' => '.JPG', 'values' => $values],
            ['key' => 'b', 'extension' => '.JPG', 'values' => ['original' => 'FRAM0002', 'time' => '140312'] + $values],
        ]));
    }
}
