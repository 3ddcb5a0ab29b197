<?php

declare(strict_types=1);

namespace App\Cull\Measure;

use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Cull\Measure\Reach;

/** How sharp each frame is against what its lens and body usually reach in the shoot. */
final class SharpnessReach
{
    private const PIECE = 2000;

    public static function refresh(Shoot $shoot): void
    {
        $groups = [];
        $rows = DB::table('frame_measures')
            ->join('frames', 'frames.id', '=', 'frame_measures.frame_id')
            ->where('frames.shoot_id', $shoot->id)
            ->whereNotNull('frame_measures.sharpness')
            ->orderBy('frames.id')
            ->select('frames.id', 'frames.body_id', 'frames.lens', 'frame_measures.sharpness');
        foreach ($rows->cursor() as $row) {
            assert($row instanceof \stdClass);
            $groups["{$row->body_id} {$row->lens}"][(int) $row->id] = (float) $row->sharpness;
        }
        foreach ($groups as $sharpness) {
            self::store(array_map(Reach::of(array_values($sharpness))->share(...), $sharpness));
        }
    }

    /** @param  array<int, float>  $shares  frame => share */
    private static function store(array $shares): void
    {
        foreach (array_chunk($shares, self::PIECE, true) as $piece) {
            $cases = str_repeat('WHEN ? THEN ? ', count($piece));
            $values = [];
            foreach ($piece as $frame => $share) {
                array_push($values, $frame, $share);
            }
            $marks = implode(',', array_fill(0, count($piece), '?'));
            DB::update(
                "UPDATE frame_measures SET sharp = CASE frame_id {$cases}END WHERE frame_id IN ({$marks})",
                [...$values, ...array_keys($piece)],
            );
        }
    }
}
