<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Illuminate\View\View;
use Kanpai\Core\Frames\DayLine;
use Kanpai\Core\Frames\Verdict;

/** Lays out the day line of a shoot: a lane for each body, ticks by what was decided. */
final class DayLineComposer
{
    private const WIDTH = 1120;

    private const LANE = 21;

    /** Verdict => top and height of its ticks in a lane. */
    private const TICKS = ['keep' => [3, 17], 'drop' => [8, 8], 'open' => [8, 8]];

    public function compose(View $view): void
    {
        $shoot = $view->getData()['shoot'];
        assert($shoot instanceof Shoot);
        $line = $this->line($shoot);
        $lanes = $line === null ? [] : $this->lanes($shoot, $line);
        $view->with([
            'line' => $line,
            'lanes' => $lanes,
            'marks' => $line?->scale($shoot->zone(), 10) ?? [],
            'tall' => count($lanes) * self::LANE,
        ]);
    }

    private function line(Shoot $shoot): ?DayLine
    {
        $span = DB::table('frames')
            ->where('shoot_id', $shoot->id)
            ->whereNull('aside_at')
            ->selectRaw('MIN(taken_ms) AS first, MAX(taken_ms) AS last')
            ->first();

        return DayLine::over(
            $span?->first === null ? [] : [(int) $span->first, (int) $span->last],
            self::WIDTH,
        );
    }

    /** @return list<array{name: string, keep: string, drop: string, open: string}> paths of the ticks */
    private function lanes(Shoot $shoot, DayLine $line): array
    {
        $known = Lanes::of($shoot);
        $tenths = $this->tenths($shoot, $line);
        $lanes = [];
        foreach ($known->bodies as $row => $body) {
            $ticks = function (Verdict $verdict) use ($tenths, $body, $row): string {
                [$top, $height] = self::TICKS[$verdict->value];

                return DayLine::path($tenths[$body->id][$verdict->value] ?? [], $row * self::LANE + $top, $height);
            };
            $lanes[] = [
                'name' => $known->names[$body->id],
                'keep' => $ticks(Verdict::Keep),
                'drop' => $ticks(Verdict::Drop),
                'open' => $ticks(Verdict::Open),
            ];
        }

        return $lanes;
    }

    /**
     * Where ticks stand, worked out by the database as `DayLine::tenth` does: every page of a shoot waits for them, and
     * there are thousands.
     *
     * @return array<int, array<string, list<int>>> body => verdict => tenths, each once
     */
    private function tenths(Shoot $shoot, DayLine $line): array
    {
        $span = $line->to - $line->from;
        $rows = DB::table('frames')
            ->where('shoot_id', $shoot->id)
            ->whereNull('aside_at')
            ->groupBy('body_id', 'verdict')
            ->selectRaw(
                'body_id, verdict, GROUP_CONCAT(DISTINCT (? * (taken_ms - ?) + ?) DIV ?) AS tenths',
                [20 * $line->width, $line->from, $span, 2 * $span],
            )
            ->get();
        $tenths = [];
        foreach ($rows as $row) {
            $tenths[(int) $row->body_id][(string) $row->verdict] = array_map(
                intval(...),
                explode(',', (string) $row->tenths),
            );
        }

        return $tenths;
    }
}
