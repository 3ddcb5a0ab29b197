<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Copies\Places;
use App\Frames\Version;
use App\Studio\Shoot;
use App\Studio\Studio;
use App\Studio\Task;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Ingest\NamePattern;
use Kanpai\Core\Ingest\NamePlan;

/**
 * Renames what is copied, by a pattern: originals, their sidecars and what came back for them, in every place, for
 * example once the clocks are set. Contents are not touched.
 *
 * @phpstan-import-type Anew from Naming
 *
 * @phpstan-type Move array{file_id: int|null, version_id: int|null, from_path: string, to_path: string,
 *     number: int|null}
 */
final class Renaming
{
    /** Put between name and ending while another file still has the name. */
    private const PARKED = ' (being renamed)';

    public function __construct(private readonly Naming $naming, private readonly Places $places)
    {
    }

    /** Why nothing can be renamed now, or null. */
    public function problem(Shoot $shoot): ?string
    {
        $task = Task::underWay()
            ->whereIn('shoot_id', Shoot::query()->where('studio_id', $shoot->studio_id)->select('id'))
            ->where('kind', '<>', 'look')
            ->orderBy('id')
            ->first();

        return $task === null
            ? $this->problemOfPlaces($shoot)
            : "Something else is being done: {$task->title}. Files can be renamed once that is over.";
    }

    private function problemOfPlaces(Shoot $shoot): ?string
    {
        $places = $this->places->withBags($shoot->studio_id)->keyBy('name');
        $cards = Card::query()->where('shoot_id', $shoot->id)->select('id');
        foreach (DB::table('copies')->whereIn('card_id', $cards)->distinct()->pluck('place') as $name) {
            $place = $places[(string) $name] ?? null;
            if ($place === null || ! $place->isThere()) {
                return "“{$name}” is not there, and copies stand on it. Plug in its disk first, so that all copies ".
                    'keep the same name.';
            }
            if ($place->is_bag) {
                return 'The shoot is in the archive. Names in an archive stay as they are.';
            }
        }

        return null;
    }

    /**
     * Begins to rename the copied files of a shoot, or of some of its frames, that are called otherwise than the
     * pattern says.
     *
     * @return string|null why nothing was begun
     */
    public function start(Shoot $shoot, NamePattern $pattern, ?ChosenOriginals $chosen = null): ?string
    {
        return DB::transaction(function () use ($shoot, $pattern, $chosen): ?string {
            // Of two shoots of a studio that begin at once, one has to wait.
            Studio::query()->whereKey($shoot->studio_id)->lockForUpdate()->first();
            $problem = $this->problem($shoot);
            if ($problem !== null) {
                return $problem;
            }
            $steps = $this->steps($shoot, $pattern, $chosen);
            self::plan($shoot, $steps);

            return $steps === [] ? 'All copied files are called by this pattern already.' : null;
        });
    }

    /** @param  list<array<string, int|string|null>>  $steps */
    private static function plan(Shoot $shoot, array $steps): void
    {
        PlannedRename::query()->where('shoot_id', $shoot->id)->where('state', '<>', RenameState::Named)->delete();
        foreach (array_chunk($steps, 500) as $some) {
            DB::table('renames')->insert($some);
        }
        $count = count($steps);
        if ($count > 0) {
            RenameFiles::open($shoot, 'Renaming '.number_format($count).($count === 1 ? ' file' : ' files'), $count);
        }
    }

    /**
     * @return list<array<string, int|string|null>>
     *   rows of what is to be renamed; a name that another file still has comes last
     */
    private function steps(Shoot $shoot, NamePattern $pattern, ?ChosenOriginals $chosen): array
    {
        $planned = $this->naming->anew($shoot, $pattern, $chosen);
        $taken = array_fill_keys(array_map(fn (array $plan): string => NamePlan::fold($plan['to']), $planned), true);
        $moving = [...self::files($planned), ...$this->versions($shoot, $planned, $taken)];
        $held = array_fill_keys(
            array_map(fn (array $step): string => self::foldedStem($step['from_path']), $moving),
            true,
        );
        $parking = $last = [];
        foreach ($moving as $step) {
            $step = ['shoot_id' => $shoot->id, 'state' => RenameState::Planned->value, ...$step];
            if (isset($held[self::foldedStem($step['to_path'])])) {
                $parked = self::parked($step['to_path']);
                $parking[] = ['to_path' => $parked, 'number' => null] + $step;
                $step['from_path'] = $parked;
            }
            $last[] = $step;
        }

        return [...$parking, ...$last];
    }

    /** Without its ending, because sidecars have that in common. */
    private static function foldedStem(string $path): string
    {
        return self::stem(NamePlan::fold($path));
    }

    /**
     * @param  array<int, Anew>  $planned
     * @return list<Move>
     */
    private static function files(array $planned): array
    {
        $moving = [];
        foreach ($planned as $id => $plan) {
            if ($plan['from'] !== $plan['to']) {
                $moving[] = [
                    'file_id' => $id,
                    'version_id' => null,
                    'from_path' => $plan['from'],
                    'to_path' => $plan['to'],
                    'number' => $plan['number'],
                ];
            }
        }

        return $moving;
    }

    /**
     * What came back for a frame stays beside it, and begins with its name where it began with it before.
     *
     * @param  array<int, Anew>  $planned
     * @param  array<string, true>  $taken  folded paths
     * @return list<Move>
     */
    private function versions(Shoot $shoot, array $planned, array $taken): array
    {
        $frames = $this->plansOfFrames($shoot, $planned);
        $versions = Version::query()
            ->whereIn('frame_id', array_keys($frames))
            ->where('destination', '<>', '')
            ->orderBy('id');
        $steps = [];
        foreach ($versions->get() as $version) {
            $path = self::free(self::beside($version, $frames[$version->frame_id]), $taken);
            $taken[NamePlan::fold($path)] = true;
            if ($path !== $version->destination) {
                $steps[] = [
                    'file_id' => null,
                    'version_id' => $version->id,
                    'from_path' => $version->destination,
                    'to_path' => $path,
                    'number' => null,
                ];
            }
        }

        return $steps;
    }

    /**
     * @param  array<int, Anew>  $planned
     * @return array<int, Anew> frame => plan of its main file
     */
    private function plansOfFrames(Shoot $shoot, array $planned): array
    {
        $mains = DB::table('files')
            ->whereIn('card_id', Card::query()->where('shoot_id', $shoot->id)->select('id'))
            ->where('is_main', true)
            ->pluck('frame_id', 'id');
        $frames = [];
        foreach ($planned as $id => $plan) {
            if (isset($mains[$id])) {
                $frames[(int) $mains[$id]] = $plan;
            }
        }

        return $frames;
    }

    /** @param  Anew  $plan */
    private static function beside(Version $version, array $plan): string
    {
        $name = basename($version->destination);
        $stem = basename(self::stem($plan['from']));
        if (str_starts_with($name, $stem)) {
            $name = basename(self::stem($plan['to'])).substr($name, strlen($stem));
        }

        return (dirname($plan['to']) === '.' ? '' : dirname($plan['to']).'/').$name;
    }

    /** @param  array<string, true>  $taken  folded paths */
    private static function free(string $path, array $taken): string
    {
        $stem = self::stem($path);
        $ending = substr($path, strlen($stem));
        for ($n = 2; isset($taken[NamePlan::fold($path)]); $n++) {
            $path = "{$stem}-{$n}{$ending}";
        }

        return $path;
    }

    private static function parked(string $path): string
    {
        $name = basename($path);
        $stem = self::stem($name);
        $ending = substr($name, strlen($stem));
        $room = NamePattern::LONGEST - strlen(self::PARKED.$ending);

        return substr($path, 0, strlen($path) - strlen($name)).
            (mb_check_encoding($stem, 'UTF-8') ? mb_strcut($stem, 0, $room, 'UTF-8') : substr($stem, 0, $room)).
            self::PARKED.
            $ending;
    }

    /** A path without the ending of its name. */
    public static function stem(string $path): string
    {
        return (string) preg_replace('/\.[^.\/]*$/', '', $path);
    }
}
