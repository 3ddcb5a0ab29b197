<?php

declare(strict_types=1);

namespace App\Cull\Measure;

use App\Frames\FrameOrder;
use App\Studio\Shoot;
use Kanpai\Core\Frames\Sort;

/** Frames in the order of what was measured of them. */
final class MeasureOrder implements FrameOrder
{
    public function sql(Sort $sort, Shoot $shoot): string
    {
        $of = fn (string $value): string => "(SELECT {$value} FROM frame_measures AS m ".
            'WHERE m.frame_id = frames.id) DESC';

        return match ($sort) {
            Sort::Faces => $of('m.faces'),
            Sort::Closed => $of('m.closed'),
            Sort::Clipped => $of('m.lights'),
            Sort::Tilt => $of('ABS(m.tilt)'),
            Sort::Away => $of('m.away'),
            Sort::Blur => $of("FIELD(m.blur, 'motion', 'defocus')"),
            Sort::Smile => '(SELECT AVG(smile) FROM faces WHERE faces.frame_id = frames.id) DESC',
            default => $of('m.sharp'),
        };
    }
}
