<?php

declare(strict_types=1);

namespace App\Looks;

use Illuminate\Support\Facades\DB;
use Kanpai\Core\Looks\ColourCube;

/** Tables of colours from elsewhere, as studios keep them. */
final class ColourCubes
{
    /** One that works through many frames of one look keeps its table. */
    private static ?ColourCube $last = null;

    private static string $known = '';

    public static function keep(int $studio, ColourCube $cube): void
    {
        DB::table('colour_cubes')->insertOrIgnore([
            'studio_id' => $studio,
            'hash' => $cube->hash(),
            'grid' => $cube->grid,
            'nodes' => base64_encode($cube->nodes),
        ]);
    }

    /** Null where no studio has it any more: such a look does without. */
    public static function find(?string $hash): ?ColourCube
    {
        if ($hash === null) {
            return null;
        }
        if (self::$known !== $hash || self::$last === null) {
            $row = DB::table('colour_cubes')->where('hash', $hash)->first();
            self::$last = $row === null
                ? null
                : ColourCube::of((int) $row->grid, (string) base64_decode((string) $row->nodes));
            self::$known = $hash;
        }

        return self::$last;
    }
}
