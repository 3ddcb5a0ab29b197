<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Light;

use Kanpai\Core\Looks\Colour\WhitePoint;

/**
 * The white of one frame for another frame of the same light. Two raw files get the same white, whatever their cameras
 * guessed. A JPEG was balanced already, nobody knows for what: it gets the same shift, in mired, in which shifts look
 * alike (common practice, no source).
 */
final class LightWhite
{
    /**
     * @param  float|null  $from  kelvin that the raw file was shot for from which it comes; null for a JPEG
     * @param  float|null  $to  and of the one that gets it
     * @param  array<string, mixed>  $values  of the look that it comes from
     * @return array{kelvin: float|null, beside: float|null}
     */
    public static function carried(?float $from, ?float $to, array $values): array
    {
        $kelvin = is_numeric($values['kelvin'] ?? null) ? (float) $values['kelvin'] : null;
        $beside = is_numeric($values['beside'] ?? null) ? (float) $values['beside'] : null;
        if ($from !== null && $to !== null) {
            return ['kelvin' => round($kelvin ?? $from), 'beside' => $beside];
        }
        if ($kelvin === null) {
            return ['kelvin' => null, 'beside' => null];
        }
        $shift = 1e6 / $kelvin - 1e6 / ($from ?? WhitePoint::D65);
        $mired = 1e6 / ($to ?? WhitePoint::D65) + $shift;

        return ['kelvin' => round(1e6 / max(40.0, min(500.0, $mired))), 'beside' => $beside];
    }
}
