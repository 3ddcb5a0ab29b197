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

    /**
     * @param  Collection<int, Shoot>  $shoots
     * @return array<int, array{frames: int, bodies: int, shooters: int, bars: array<int, array{bar: int, count: int, isDecided: bool}>, most: int}>
     */
    public function of(Collection $shoots): array
    {
        $days = [];
        $spans = DB::table('frames')->whereIn('shoot_id', $shoots->modelKeys())->groupBy('shoot_id')
            ->selectRaw('shoot_id, MIN(taken_ms) AS first, MAX(taken_ms) AS last, COUNT(*) AS frames, COUNT(DISTINCT body_id) AS bodies')->get();
        $shooters = DB::table('cards')->whereIn('shoot_id', $shoots->modelKeys())->where('shooter', '<>', '')->groupBy('shoot_id')->selectRaw('shoot_id, COUNT(DISTINCT shooter) AS n')->pluck('n', 'shoot_id');
        foreach ($spans as $span) {
            $width = max(1, (int) ceil(((int) $span->last - (int) $span->first + 1) / self::BARS));
            $rows = DB::table('frames')->where('shoot_id', $span->shoot_id)
                ->selectRaw("FLOOR((taken_ms - ?) / ?) AS bar, COUNT(*) AS n, SUM(verdict = 'open') AS open", [$span->first, $width])
                ->groupBy('bar')->orderBy('bar')->get();
            $days[(int) $span->shoot_id] = [
                'frames' => (int) $span->frames,
                'bodies' => (int) $span->bodies,
                'shooters' => (int) ($shooters[$span->shoot_id] ?? 0),
                'bars' => $rows->map(fn (object $row): array => ['bar' => (int) $row->bar, 'count' => (int) $row->n, 'isDecided' => 2 * (int) $row->open < (int) $row->n])->all(),
                'most' => (int) $rows->max('n'),
            ];
        }

        return $days;
    }
}
