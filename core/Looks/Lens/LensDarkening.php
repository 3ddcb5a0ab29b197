<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Lens;

use Kanpai\Core\Looks\Framing;

/** What a lens took of the light, on a grid over what is shown of a picture. */
final class LensDarkening
{
    /**
     * @param  int<1, max>  $columns
     * @param  int<1, max>  $rows
     * @return list<float> by what encoded values of each cell are multiplied, row by row
     */
    public static function over(
        LensCorrection $lens,
        Framing $framing,
        int $width,
        int $height,
        int $columns,
        int $rows,
    ): array {
        [[$a, $b, $c], [$d, $e, $f]] = $framing->source($width, $height);
        $gains = [];
        for ($row = 0; $row < $rows; $row++) {
            for ($column = 0; $column < $columns; $column++) {
                [$u, $v] = [($column + 0.5) / $columns, ($row + 0.5) / $rows];
                $gains[] = $lens->gain($a * $u + $b * $v + $c, $d * $u + $e * $v + $f);
            }
        }

        return $gains;
    }
}
