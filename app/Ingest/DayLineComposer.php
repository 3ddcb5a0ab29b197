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

    public function compose(View $view): void
    {
        $shoot = $view->getData()['shoot'];
        assert($shoot instanceof Shoot);
        // One pass over the rows: there are thousands, and every page of a shoot waits for them.
        $instants = $own = [];
        foreach (
            DB::table('frames')
                ->where('shoot_id', $shoot->id)
                ->whereNull('aside_at')
                ->orderBy('taken_ms')
                ->get(['body_id', 'taken_ms', 'verdict']) as $frame
        ) {
            $instants[] = (int) $frame->taken_ms;
            $own[(int) $frame->body_id][(string) $frame->verdict][] = (int) $frame->taken_ms;
        }
        $line = DayLine::over($instants, self::WIDTH);
        $lanes = [];
        if ($line !== null) {
            $known = Lanes::of($shoot);
            foreach ($known->bodies as $row => $body) {
                $ticks = fn (Verdict $verdict, float $top, float $height): string => $line->ticks(
                    $own[$body->id][$verdict->value] ?? [],
                    $row * self::LANE + $top,
                    $height,
                );
                $lanes[] = [
                    'name' => $known->names[$body->id],
                    'keep' => $ticks(Verdict::Keep, 3, 17),
                    'drop' => $ticks(Verdict::Drop, 8, 8),
                    'open' => $ticks(Verdict::Open, 8, 8),
                ];
            }
        }
        $view->with([
            'line' => $line,
            'lanes' => $lanes,
            'marks' => $line?->scale($shoot->zone(), 10) ?? [],
            'tall' => count($lanes) * self::LANE,
        ]);
    }
}
