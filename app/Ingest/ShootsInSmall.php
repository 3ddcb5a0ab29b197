<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

/** The days of shoots drawn in small: how many frames were taken when, and how many of them are decided. */
final class ShootsInSmall
{
    public const BARS = 120;

    /** Of a bar for one frame, and what the highest bar has more. */
    private const LOWEST = 3;

    private const HIGHEST = 36;

    /**
     * @param  Collection<int, Shoot>  $shoots
     * @return array<int, array{frames: int, bodies: int, shooters: int, bars: array<int, array{bar: int, tall: float,
     *     isDecided: bool}>}>
     */
    public function of(Collection $shoots): array
    {
        $days = [];
        $spans = DB::table('frames')
            ->whereIn('shoot_id', $shoots->modelKeys())
            ->groupBy('shoot_id')
            ->selectRaw(
                'shoot_id, MIN(taken_ms) AS first, GREATEST(1, CEIL((MAX(taken_ms) - MIN(taken_ms) + 1) / ?)) AS '.
                    'width, COUNT(*) AS frames, COUNT(DISTINCT body_id) AS bodies',
                [self::BARS],
            );
        $shooters = DB::table('cards')
            ->whereIn('shoot_id', $shoots->modelKeys())
            ->where('shooter', '<>', '')
            ->groupBy('shoot_id')
            ->selectRaw('shoot_id, COUNT(DISTINCT shooter) AS n')
            ->pluck('n', 'shoot_id');
        $bars = DB::table('frames')
            ->joinSub($spans, 'spans', 'spans.shoot_id', '=', 'frames.shoot_id')
            ->selectRaw(
                'frames.shoot_id, FLOOR((taken_ms - spans.first) / spans.width) AS bar, COUNT(*) AS n, '.
                    "SUM(verdict = 'open') AS open",
            )
            ->groupBy('frames.shoot_id', 'bar')
            ->orderBy('bar')
            ->get()
            ->groupBy('shoot_id');
        foreach ($spans->get() as $span) {
            $own = $bars->get($span->shoot_id) ?? collect();
            $most = max(1, (int) $own->max('n'));
            $days[(int) $span->shoot_id] = [
                'frames' => (int) $span->frames,
                'bodies' => (int) $span->bodies,
                'shooters' => (int) ($shooters[$span->shoot_id] ?? 0),
                'bars' => $own
                    ->map(
                        fn (\stdClass $row): array => [
                            'bar' => (int) $row->bar,
                            'tall' => round(self::LOWEST + (self::HIGHEST * (int) $row->n) / $most, 1),
                            'isDecided' => 2 * (int) $row->open < (int) $row->n,
                        ],
                    )
                    ->all(),
            ];
        }

        return $days;
    }
}
