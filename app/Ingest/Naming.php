<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Card\DcfName;
use Kanpai\Core\Card\InvalidNamePattern;
use Kanpai\Core\Card\NamePattern;
use Kanpai\Core\Card\NamePlan;

/**
 * Gives the files of a card their places by the shoot's pattern.
 *
 * @phpstan-import-type Planned from NamePlan
 * @phpstan-import-type Named from NamePlan
 */
final class Naming
{
    public function __construct(private readonly Places $places)
    {
    }

    public function ofShoot(Shoot $shoot): NamePattern
    {
        try {
            return $shoot->file_pattern === '' ? NamePattern::standard() : NamePattern::of($shoot->folder_pattern, $shoot->file_pattern);
        } catch (InvalidNamePattern) {
            return NamePattern::standard();
        }
    }

    /** Fixes where the ticked files of a card go that have no place yet. From there on their names stay. */
    public function fix(Card $card): void
    {
        if (DB::table('files')->where(['card_id' => $card->id, 'is_ticked' => true, 'destination' => ''])->doesntExist()) {
            return;
        }
        DB::transaction(function () use ($card): void {
            // Two cards of a shoot never plan at once, so that they do not plan the same.
            Shoot::query()->whereKey($card->shoot_id)->lockForUpdate()->first();
            foreach ($this->plan($card, $this->ofShoot($card->shoot), $card->shooter) as $id => $planned) {
                DB::table('files')->where('id', $id)->update(['destination' => $planned['path']]);
            }
        });
    }

    /**
     * What would come out for the files that have no place yet.
     *
     * @return array<int, Planned> file => plan, in order of time
     */
    public function plan(Card $card, NamePattern $pattern, string $shooter): array
    {
        $shoot = $card->shoot;
        $zone = $shoot->zone();
        $rows = DB::table('files')->leftJoin('frames', 'frames.id', '=', 'files.frame_id')->leftJoin('bodies', 'bodies.id', '=', 'frames.body_id')
            ->where(['files.card_id' => $card->id, 'files.is_ticked' => true, 'files.destination' => ''])
            ->orderByRaw('COALESCE(frames.taken_ms, files.modified_at * 1000), COALESCE(frames.id, 0), files.id')
            ->get(['files.id', 'files.frame_id', 'files.path', 'files.modified_at', 'frames.taken_ms', 'bodies.model', 'bodies.serial']);
        $same = [
            'shoot' => $shoot->name, 'client' => $shoot->client, 'place' => $shoot->place, 'shooter' => $shooter === '' ? 'shooter' : $shooter,
            'card' => (string) $card->number, 'card_name' => $card->name,
        ];
        $files = [];
        foreach ($rows as $row) {
            $name = DcfName::of($row->path);
            $taken = $row->taken_ms === null ? (int) $row->modified_at * 1000 : (int) $row->taken_ms;
            [$year, $month, $day, $time] = explode(' ', $zone->format($taken, 'Y m d His'));
            $files[(int) $row->id] = [
                'key' => $row->frame_id === null ? 'file '.$row->id : 'frame '.$row->frame_id,
                'extension' => substr(basename($row->path), strlen($name->stem)),
                'values' => $same + [
                    'year' => $year, 'month' => $month, 'day' => $day, 'date' => "{$year}-{$month}-{$day}", 'time' => $time, 'body' => (string) $row->model, 'serial' => (string) $row->serial,
                    // Below DCIM, so that equal names from two folders do not meet.
                    'folder' => str_starts_with($name->folder, 'DCIM/') ? substr($name->folder, 5) : ($name->folder === 'DCIM' ? '' : $name->folder),
                    'original' => $name->stem,
                ],
            ];
        }
        $first = $this->firstNumber($shoot);
        $planned = (new NamePlan($pattern))->of($files, $first);
        $taken = $this->taken($shoot, array_values(array_unique(array_map(fn (array $plan): string => dirname($plan['path']), $planned))));

        return $taken === [] ? $planned : (new NamePlan($pattern, $taken))->of($files, $first);
    }

    /**
     * What stands in these folders already, by the record or on a disk: of this studio, of another that has the same
     * places, or of somebody else.
     *
     * @param  list<string>  $folders
     * @return list<string>
     */
    private function taken(Shoot $shoot, array $folders): array
    {
        $places = $this->places->used($shoot->studio_id)->filter(fn (Place $place): bool => $place->isThere())->pluck('path');
        $taken = [];
        foreach ($folders as $folder) {
            $below = $folder === '.' ? '' : $folder.'/';
            foreach (DB::table('files')->where('destination', 'like', addcslashes($below, '\\%_').'%')->when($below === '', fn ($files) => $files->where('destination', 'not like', '%/%')->where('destination', '<>', ''))->pluck('destination') as $destination) {
                $taken[] = (string) $destination;
            }
            foreach ($places as $place) {
                foreach (@scandir("{$place}/{$below}") ?: [] as $name) {
                    $taken[] = $below.$name;
                }
            }
        }

        return $taken;
    }

    /**
     * Numbers run on over the cards of a shoot: after those of the frames that have their places.
     *
     * @return positive-int
     */
    private function firstNumber(Shoot $shoot): int
    {
        return max(1, 1 + (int) DB::table('files')->whereIn('card_id', Card::query()->where('shoot_id', $shoot->id)->select('id'))->where('destination', '<>', '')
            ->selectRaw('COUNT(DISTINCT COALESCE(frame_id, -CAST(id AS SIGNED))) AS n')->value('n'));
    }
}
