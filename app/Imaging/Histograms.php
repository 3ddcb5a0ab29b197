<?php

declare(strict_types=1);

namespace App\Imaging;

use FFI\CData;

/** How many pixels of a picture have each level. */
final class Histograms
{
    private const LEVELS = 256;

    /** @return non-empty-list<list<int>> of each channel, 256 counts each */
    public static function of(Picture $picture): array
    {
        $counted = $picture->changed('count levels', fn (CData $image, CData $out): int => Vips::library()
            ->vips_hist_find($image, $out, null));
        $bands = $counted->bands();
        $counts = array_values(unpack('V*', $counted->samples()) ?: []);
        $ofBand = fn (int $band): array => array_map(
            fn (int $level): int => (int) ($counts[$level * $bands + $band] ?? 0),
            range(0, self::LEVELS - 1),
        );

        return array_map($ofBand, range(0, max(1, $bands) - 1));
    }
}
