<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Copies\Place;
use App\Copies\Places;
use App\Frames\Frame;
use App\Frames\Version;
use App\Studio\Shoot;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\DcfName;
use Kanpai\Core\Ingest\InvalidNamePattern;
use Kanpai\Core\Ingest\NamePattern;
use Kanpai\Core\Ingest\NamePlan;
use stdClass;

/**
 * Gives the files of a shoot their places by its pattern. Numbers follow the corrected times over all cards.
 *
 * @phpstan-import-type Planned from NamePlan
 * @phpstan-import-type Named from NamePlan
 *
 * @phpstan-type Anew array{from: string, to: string, clash: string, number: int, taken: int, camera: string,
 *     frame: int|null}
 */
final class Naming
{
    /** Of files, with their frames, bodies and cards. */
    private const COLUMNS =
        'files.id, files.frame_id, files.card_id, files.path, files.destination, files.number, files.is_main, '.
        'files.kind, COALESCE(frames.taken_ms, files.modified_at * 1000) AS taken, bodies.model, bodies.serial, '.
        'cards.shooter, cards.number AS card, cards.name AS card_name';

    public function __construct(private readonly Places $places)
    {
    }

    public function ofShoot(Shoot $shoot): NamePattern
    {
        try {
            return $shoot->file_pattern === ''
                ? NamePattern::standard()
                : NamePattern::of($shoot->folder_pattern, $shoot->file_pattern);
        } catch (InvalidNamePattern) {
            return NamePattern::standard();
        }
    }

    /**
     * Fixes where the ticked files of a card go that have no place yet. From there on their names stay until somebody
     * renames them.
     */
    public function fix(Card $card): void
    {
        $waiting = ['card_id' => $card->id, 'is_ticked' => true, 'destination' => ''];
        if (DB::table('files')->where($waiting)->exists()) {
            DB::transaction(fn () => $this->fixWaiting($card));
        }
    }

    private function fixWaiting(Card $card): void
    {
        // Two cards of a shoot never plan at once, so that they do not plan the same.
        Shoot::query()->whereKey($card->shoot_id)->lockForUpdate()->first();
        $rows = $this->rows($card->shoot);
        $numbers = self::numbers($rows);
        foreach ($this->plan($card->shoot, $this->ofShoot($card->shoot), $card) as $id => $planned) {
            DB::table('files')
                ->where('id', $id)
                ->update(['destination' => $planned['path'], 'number' => $numbers[$id]]);
            $row = $rows->get($id);
            if ($row?->frame_id !== null && $row->is_main) {
                self::rename((int) $row->frame_id, $planned['path']);
            }
        }
    }

    /** A frame is called as its main file is; what the camera called it is kept and found. */
    public static function rename(int $frame, string $destination): void
    {
        $name = mb_substr(DcfName::displayable($destination), 0, 255);
        DB::table('frames')
            ->where('id', $frame)
            ->where('name', '<>', $name)
            ->update(['camera_name' => DB::raw("IF(camera_name = '', name, camera_name)"), 'name' => $name]);
    }

    /**
     * What would come out for the files that have no place yet.
     *
     * @return array<int, Planned> file => plan, in order of time
     */
    public function plan(Shoot $shoot, NamePattern $pattern, ?Card $card = null): array
    {
        $rows = $this->rows($shoot);
        $numbers = self::numbers($rows);
        $waiting = $rows->filter(
            fn (stdClass $row): bool => $row->destination === '' &&
                ($card === null || (int) $row->card_id === $card->id),
        );

        return $this->named($shoot, $pattern, $waiting, $numbers, []);
    }

    /**
     * What would come out if all files that have a place were named anew, numbered by their times together with those
     * that still wait; or those of some frames, numbered among themselves.
     *
     * @return array<int, Anew> file => plan, in order of time
     */
    public function anew(Shoot $shoot, NamePattern $pattern, ?ChosenOriginals $chosen = null): array
    {
        $rows = $this->rows($shoot, $chosen);
        $numbers = self::ranks($rows);
        $placed = $rows->filter(fn (stdClass $row): bool => $row->destination !== '');
        $planned = [];
        foreach ($this->named($shoot, $pattern, $placed, $numbers, $this->leaving($shoot, $placed)) as $id => $plan) {
            $row = $rows->get($id);
            if ($row !== null) {
                // The place among a few is not the place in the shoot.
                $number = $chosen === null ? $numbers[$id] : (int) $row->number;
                $planned[$id] = self::renamed($row, $plan, $number);
            }
        }

        return $planned;
    }

    /**
     * @param  Planned  $plan
     * @return Anew
     */
    private static function renamed(stdClass $row, array $plan, int $number): array
    {
        return [
            'from' => (string) $row->destination,
            'to' => $plan['path'],
            'clash' => $plan['clash'],
            'number' => $number,
            'taken' => (int) $row->taken,
            'camera' => DcfName::displayable($row->path),
            'frame' => $row->frame_id === null ? null : (int) $row->frame_id,
        ];
    }

    /**
     * Paths that will be free once files are renamed; versions and sidecars go with their frames.
     *
     * @param  Collection<int, stdClass>  $placed
     * @return list<string>
     */
    private function leaving(Shoot $shoot, Collection $placed): array
    {
        $versions = Version::query()
            ->whereIn('frame_id', Frame::query()->where('shoot_id', $shoot->id)->select('id'))
            ->pluck('destination');
        $leaving = array_values(array_map(strval(...), $versions->all()));
        foreach ($placed as $row) {
            array_push($leaving, (string) $row->destination, Renaming::stem((string) $row->destination).'.xmp');
        }

        return $leaving;
    }

    /**
     * Where further copies of some originals would go. What is there by now is not looked at: it may be the same.
     *
     * @return array<int, string> file => path below a place, in order of time
     */
    public function further(Shoot $shoot, NamePattern $pattern, ChosenOriginals $chosen): array
    {
        $rows = $this->rows($shoot, $chosen)->filter(fn (stdClass $row): bool => $row->destination !== '');

        return array_map(
            fn (array $plan): string => $plan['path'],
            $this->named($shoot, $pattern, $rows, self::ranks($rows), null),
        );
    }

    /**
     * The files that are copied or to be copied, in order of time. What rests on the copies of another file has no name
     * of its own.
     *
     * @return Collection<int, stdClass> file => row
     */
    private function rows(Shoot $shoot, ?ChosenOriginals $chosen = null): Collection
    {
        $rows = DB::table('files')
            ->join('cards', 'cards.id', '=', 'files.card_id')
            ->leftJoin('frames', 'frames.id', '=', 'files.frame_id')
            ->leftJoin('bodies', 'bodies.id', '=', 'frames.body_id')
            ->where('cards.shoot_id', $shoot->id)
            ->whereNull('files.same_as_id')
            ->where(fn ($files) => $files->where('files.is_ticked', true)->orWhere('files.destination', '<>', ''))
            ->orderByRaw('taken, COALESCE(frames.id, 0), files.id')
            ->selectRaw(self::COLUMNS)
            ->get()
            ->keyBy(fn (stdClass $row): int => (int) $row->id);

        return $chosen === null ? $rows : $rows->filter($chosen->has(...));
    }

    private static function key(stdClass $row): string
    {
        return $row->frame_id === null ? 'file '.$row->id : 'frame '.$row->frame_id;
    }

    /**
     * @param  Collection<int, stdClass>  $rows
     * @return array<int, positive-int> file => its place in the order of time, the same for the files of a frame
     */
    private static function ranks(Collection $rows): array
    {
        $ranks = $numbers = [];
        foreach ($rows as $id => $row) {
            $numbers[$id] = $ranks[self::key($row)] ??= count($ranks) + 1;
        }

        return $numbers;
    }

    /**
     * The places in the order of time as long as all that have numbers have those; else what is new follows the largest
     * number, in order of time.
     *
     * @param  Collection<int, stdClass>  $rows
     * @return array<int, positive-int> file => number
     */
    private static function numbers(Collection $rows): array
    {
        $numbers = self::ranks($rows);
        $placed = $rows->filter(fn (stdClass $row): bool => $row->destination !== '');
        if ($placed->every(fn (stdClass $row): bool => (int) $row->number === $numbers[(int) $row->id])) {
            return $numbers;
        }
        // Those that were named before numbers were kept have any up to their count.
        $next = max((int) $placed->max('number'), $placed->whereNull('number')->count());
        $given = [];
        foreach ($rows as $id => $row) {
            $own = $given[self::key($row)] ?? ($row->destination !== '' ? (int) $row->number : 0);
            $numbers[$id] = $given[self::key($row)] = max(1, $own > 0 ? $own : ++$next);
        }

        return $numbers;
    }

    /**
     * @param  Collection<int, stdClass>  $rows
     * @param  array<int, positive-int>  $numbers  of all files of the shoot
     * @param  list<string>|null  $leaving  paths that will be free; null where nothing that is there counts
     * @return array<int, Planned>
     */
    private function named(Shoot $shoot, NamePattern $pattern, Collection $rows, array $numbers, ?array $leaving): array
    {
        $files = self::filesToName($shoot, $rows, $numbers);
        if ($files === [] || $numbers === []) {
            return [];
        }
        $largest = max($numbers);
        $planned = (new NamePlan($pattern))->of($files, $largest);
        if ($leaving === null) {
            return $planned;
        }
        $folders = array_unique(array_map(fn (array $plan): string => dirname($plan['path']), $planned));
        $taken = $this->taken($shoot, array_values($folders), $leaving);

        return $taken === [] ? $planned : (new NamePlan($pattern, $taken))->of($files, $largest);
    }

    /**
     * @param  Collection<int, stdClass>  $rows
     * @param  array<int, positive-int>  $numbers
     * @return array<int, array{key: string, extension: string, number: positive-int, values: array<string, string>}>
     */
    private static function filesToName(Shoot $shoot, Collection $rows, array $numbers): array
    {
        $files = [];
        foreach ($rows as $id => $row) {
            $name = DcfName::of($row->path);
            $files[$id] = [
                'key' => self::key($row),
                'extension' => substr(basename($row->path), strlen($name->stem)),
                'number' => $numbers[$id],
                'values' => self::values($shoot, $row, $name),
            ];
        }

        return $files;
    }

    /** @return array<string, string> placeholder => what stands for it */
    private static function values(Shoot $shoot, stdClass $row, DcfName $name): array
    {
        [$year, $month, $day, $time] = explode(' ', $shoot->zone()->format((int) $row->taken, 'Y m d His'));
        $current = basename(Renaming::stem((string) $row->destination));

        return [
            'shoot' => $shoot->name,
            'client' => $shoot->client,
            'place' => $shoot->venue,
            'shooter' => (string) $row->shooter === '' ? 'shooter' : (string) $row->shooter,
            'card' => (string) $row->card,
            'card_name' => (string) $row->card_name,
            'year' => $year,
            'month' => $month,
            'day' => $day,
            'date' => "{$year}-{$month}-{$day}",
            'time' => $time,
            'body' => (string) $row->model,
            'serial' => (string) $row->serial,
            // Below DCIM, so that equal names from two folders do not meet.
            'folder' => (string) preg_replace('~^DCIM(/|$)~', '', $name->folder),
            'original' => $name->stem,
            'name' => $row->destination === '' ? $name->stem : $current,
        ];
    }

    /**
     * What is in these folders already, by the record or on a disk: of this studio, of another that has the same
     * places, or of somebody else.
     *
     * @param  list<string>  $folders
     * @param  list<string>  $leaving  what does not count
     * @return list<string>
     */
    private function taken(Shoot $shoot, array $folders, array $leaving): array
    {
        $places = $this->places
            ->used($shoot->studio_id)
            ->filter(fn (Place $place): bool => $place->isThere())
            ->pluck('path');
        $taken = [];
        foreach ($folders as $folder) {
            $below = $folder === '.' ? '' : $folder.'/';
            array_push($taken, ...self::recorded($below));
            foreach ($places as $place) {
                foreach (@scandir("{$place}/{$below}") ?: [] as $name) {
                    $taken[] = $below.$name;
                }
            }
        }

        return array_values(array_diff($taken, $leaving));
    }

    /** @return list<string> */
    private static function recorded(string $below): array
    {
        $files = DB::table('files')->where('destination', 'like', addcslashes($below, '\\%_').'%');
        if ($below === '') {
            $files->where('destination', 'not like', '%/%')->where('destination', '<>', '');
        }

        return array_values(array_map(strval(...), $files->pluck('destination')->all()));
    }
}
