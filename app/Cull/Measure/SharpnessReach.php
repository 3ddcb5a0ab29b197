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
        foreach (self::groups($shoot) as $sharpness) {
            self::store(array_map(Reach::of(array_values($sharpness))->share(...), $sharpness));
        }
    }

    /** @return array<string, array<int, float>> body and lens => frame => sharpness */
    private static function groups(Shoot $shoot): array
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

        return $groups;
    }

    /** @param  array<int, float>  $shares  frame => share */
    private static function store(array $shares): void
    {
        foreach (array_chunk($shares, self::PIECE, true) as $piece) {
            $cases = array_map(
                fn (int $frame, float $share): string => sprintf('WHEN %d THEN %.6F', $frame, $share),
                array_keys($piece),
                $piece,
            );
            DB::table('frame_measures')
                ->whereIn('frame_id', array_keys($piece))
                ->update(['sharp' => DB::raw('CASE frame_id '.implode(' ', $cases).' END')]);
        }
    }
}
