<?php

declare(strict_types=1);

namespace App\Cull;

use App\Frames\FrameSet;
use App\Studio\Shoot;
use App\Studio\Studio;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Filter\InvalidFilter;
use stdClass;

/**
 * The sets of a studio with what is in them, by shoot.
 *
 * @phpstan-type ShelfLine array{set: FrameSet, shoots: list<array{shoot: Shoot, frames: int}>, frames: int,
 *     problem: string}
 */
final class Shelf
{
    /** Live sets of all shoots are asked in so many of the last. */
    private const MOST_SHOOTS = 40;

    /** @return list<ShelfLine> those of all shoots first, then by shoot */
    public function of(Studio $studio): array
    {
        $shoots = $studio->shoots()->orderByDesc('held_on')->orderByDesc('id')->get()->keyBy('id');
        $counts = self::counts($studio);
        $lines = [];
        $sets = FrameSet::query()->where('studio_id', $studio->id)->orderByRaw('shoot_id IS NOT NULL');
        foreach ($sets->orderByDesc('shoot_id')->orderBy('name')->get() as $set) {
            $within = $set->shoot_id === null ? $shoots->take(self::MOST_SHOOTS) : $shoots->where('id', $set->shoot_id);
            $own = ($counts->get($set->id) ?? collect())->pluck('n', 'shoot_id')->all();
            $lines[] = $this->line($set, $within, $own);
        }

        return $lines;
    }

    /** @return Collection<int|string, Collection<int, stdClass>> set => how many frames of which shoot are in it */
    private static function counts(Studio $studio): Collection
    {
        return DB::table('set_frames')
            ->join('sets', 'sets.id', '=', 'set_frames.set_id')
            ->join('frames', 'frames.id', '=', 'set_frames.frame_id')
            ->where('sets.studio_id', $studio->id)
            ->whereNull('frames.aside_at')
            ->groupBy('set_frames.set_id', 'frames.shoot_id')
            ->selectRaw('set_frames.set_id, frames.shoot_id, COUNT(*) AS n')
            ->get()
            ->groupBy('set_id');
    }

    /**
     * @param  Collection<int, Shoot>  $shoots
     * @param  array<int, int>  $counts  shoot => frames that were collected by hand
     * @return ShelfLine
     */
    private function line(FrameSet $set, Collection $shoots, array $counts): array
    {
        $inside = [];
        $problem = '';
        foreach ($shoots as $shoot) {
            try {
                $frames = $set->isLive() ? count($set->frames($shoot)) : (int) ($counts[$shoot->id] ?? 0);
            } catch (InvalidFilter $reason) {
                $problem = $reason->getMessage();

                continue;
            }
            if ($frames > 0 || $set->shoot_id !== null) {
                $inside[] = ['shoot' => $shoot, 'frames' => $frames];
            }
        }
        $frames = array_sum(array_column($inside, 'frames'));

        return ['set' => $set, 'shoots' => $inside, 'frames' => $frames, 'problem' => $problem];
    }
}
