<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\KeptFigures;
use App\Studio\Revised;
use App\Studio\Shoot;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Illuminate\View\View;
use Kanpai\Core\Frames\DayLine;
use Kanpai\Core\Frames\Verdict;
use LogicException;

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
        $kept = KeptFigures::from([$shoot->id], Revised::Frames, Revised::Cards);
        $day = $kept->get('day', fn (): array => $this->day($shoot))[$shoot->id] ?? null;
        $line = $day === null ? null : $this->line($day['span']);
        $lanes = $day === null ? [] : $this->lanes($shoot, $day['ticks']);
        $view->with([
            'line' => $line,
            'lanes' => $lanes,
            'marks' => $line?->scale($shoot->zone(), 10) ?? [],
            'tall' => count($lanes) * self::LANE,
        ]);
    }

    /** @return array<int, array{span: array{int, int}, ticks: array<int, array<string, list<int>>>}> by shoot */
    private function day(Shoot $shoot): array
    {
        $span = $this->there($shoot)->selectRaw('MIN(taken_ms) AS first, MAX(taken_ms) AS last')->first();
        if ($span?->first === null) {
            return [];
        }
        $span = [(int) $span->first, (int) $span->last];

        return [$shoot->id => ['span' => $span, 'ticks' => $this->tenths($shoot, $this->line($span))]];
    }

    /** @param  array{int, int}  $span  instants of the first frame and the last */
    private function line(array $span): DayLine
    {
        return DayLine::over($span, self::WIDTH) ?? throw new LogicException('A span has a beginning.');
    }

    /**
     * @param  array<int, array<string, list<int>>>  $ticks  body => verdict => tenths
     * @return list<array{name: string, keep: string, drop: string, open: string}> paths of the ticks
     */
    private function lanes(Shoot $shoot, array $ticks): array
    {
        $known = Lanes::of($shoot);
        $lanes = [];
        foreach ($known->bodies as $row => $body) {
            $path = function (Verdict $verdict) use ($ticks, $body, $row): string {
                [$top, $height] = self::TICKS[$verdict->value];

                return DayLine::path($ticks[$body->id][$verdict->value] ?? [], $row * self::LANE + $top, $height);
            };
            $lanes[] = [
                'name' => $known->names[$body->id],
                'keep' => $path(Verdict::Keep),
                'drop' => $path(Verdict::Drop),
                'open' => $path(Verdict::Open),
            ];
        }

        return $lanes;
    }

    /**
     * Where ticks are, worked out by the database as `DayLine::tenth` does: there are thousands.
     *
     * @return array<int, array<string, list<int>>> body => verdict => tenths, each once
     */
    private function tenths(Shoot $shoot, DayLine $line): array
    {
        $span = $line->to - $line->from;
        $rows = $this->there($shoot)
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

    private function there(Shoot $shoot): Builder
    {
        return DB::table('frames')->where('shoot_id', $shoot->id)->whereNull('aside_at');
    }
}
