<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Frames\FrameCounts;
use App\Studio\KeptFigures;
use App\Studio\Revised;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Collection as BaseCollection;
use Illuminate\Support\Facades\DB;
use stdClass;

/** The days of shoots drawn in small: how many frames were taken when, and how many of them are decided. */
final class ShootTimelines
{
    public const BARS = 120;

    /** Of a bar for one frame, and what the highest bar has more. */
    private const LOWEST = 3;

    private const HIGHEST = 36;

    /** Where the drawing of a day ends, and how wide a bar and its place are. */
    private const GROUND = 40;

    private const BAR = 3;

    private const PITCH = 5;

    /**
     * @param  Collection<int, Shoot>  $shoots
     * @return array<int, array{frames: int, bodies: int, shooters: int, decided: string, undecided: string}>
     *     shoot => counts, and paths of the bars in which most frames are decided, or not
     */
    public function of(Collection $shoots): array
    {
        $counts = FrameCounts::of($shoots);
        $shooters = DB::table('cards')
            ->whereIn('shoot_id', $shoots->modelKeys())
            ->where('shooter', '<>', '')
            ->groupBy('shoot_id')
            ->selectRaw('shoot_id, COUNT(DISTINCT shooter) AS n')
            ->pluck('n', 'shoot_id');
        $ids = array_values(array_map(intval(...), $shoots->modelKeys()));
        $drawn = KeptFigures::from($ids, Revised::Frames, Revised::Cards)->get('bars', $this->drawn(...));
        $days = [];
        foreach ($shoots as $shoot) {
            if (isset($drawn[$shoot->id])) {
                $days[$shoot->id] = [
                    'frames' => $counts->taken($shoot),
                    'bodies' => $counts->bodies($shoot),
                    'shooters' => (int) ($shooters[$shoot->id] ?? 0),
                    ...$drawn[$shoot->id],
                ];
            }
        }

        return $days;
    }

    /**
     * @param  list<int>  $shoots
     * @return array<int, array{decided: string, undecided: string}> shoot => paths of its bars
     */
    private function drawn(array $shoots): array
    {
        return $this->bars($shoots)->map(self::paths(...))->all();
    }

    /**
     * @param  list<int>  $shoots
     * @return BaseCollection<int, BaseCollection<int, stdClass>> shoot => frames in each span, and how many are open
     */
    private function bars(array $shoots): BaseCollection
    {
        return DB::table('frames')
            ->joinSub(self::spans($shoots), 'spans', 'spans.shoot_id', '=', 'frames.shoot_id')
            ->selectRaw('frames.shoot_id, (taken_ms - spans.first) DIV spans.width AS bar, COUNT(*) AS n')
            ->selectRaw("SUM(verdict = 'open') AS open")
            ->groupBy('frames.shoot_id', 'bar')
            ->orderBy('bar')
            ->get()
            ->groupBy(fn (stdClass $bar): int => (int) $bar->shoot_id);
    }

    /** @param  list<int>  $shoots */
    private static function spans(array $shoots): Builder
    {
        return DB::table('frames')
            ->whereIn('shoot_id', $shoots)
            ->groupBy('shoot_id')
            ->selectRaw(
                'shoot_id, MIN(taken_ms) AS first, GREATEST(1, CEIL((MAX(taken_ms) - MIN(taken_ms) + 1) / ?)) AS width',
                [self::BARS],
            );
    }

    /**
     * @param  BaseCollection<int, stdClass>  $bars
     * @return array{decided: string, undecided: string}
     */
    private static function paths(BaseCollection $bars): array
    {
        $paths = ['decided' => '', 'undecided' => ''];
        $most = max(1, (int) $bars->max('n'));
        foreach ($bars as $bar) {
            $top = self::GROUND - round(self::LOWEST + (self::HIGHEST * (int) $bar->n) / $most, 1);
            $paths[2 * (int) $bar->open < (int) $bar->n ? 'decided' : 'undecided'] .=
                'M'.self::PITCH * (int) $bar->bar." {$top}h".self::BAR.'V'.self::GROUND.'h-'.self::BAR.'z';
        }

        return $paths;
    }
}
