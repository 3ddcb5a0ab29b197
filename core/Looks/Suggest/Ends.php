<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Suggest;

use Kanpai\Core\Looks\ToneCurve;

/**
 * How the deepest and the brightest zone have to be set so that a flat picture reaches from nearly black to nearly
 * white. `resources/js/looks/ends.js` is the same.
 */
final class Ends
{
    /** Share of the pixels that may be darker, or brighter, than the ends. */
    private const BEYOND = 0.005;

    /** Encoded values at which the ends are to be. */
    private const BLACK = 0.03;

    private const WHITE = 0.97;

    /** An end that lies this near to where it is to be, stays. */
    private const NEAR = 0.03;

    /** A change smaller than this is none. */
    private const STEP = 0.015;

    private const HALVINGS = 20;

    /**
     * @param  non-empty-list<int|float>  $histogram  counts of even steps of encoded lightness, before the tone curve
     * @param  array<string, float>  $zones  as they are set
     * @return array{deep: float, bright: float}|null −1 to 1; null where both ends are well as they are
     */
    public static function of(array $histogram, array $zones, float $contrast): ?array
    {
        [$low, $high] = self::ends($histogram);
        $found = ['deep' => $zones['deep'] ?? 0.0, 'bright' => $zones['bright'] ?? 0.0];
        $curve = ToneCurve::of($zones, $contrast);
        if ($curve->at($low) > self::BLACK + self::NEAR) {
            $found['deep'] = self::found('deep', $zones, $contrast, $low, self::BLACK);
        }
        if ($curve->at($high) < self::WHITE - self::NEAR) {
            $found['bright'] = self::found('bright', $zones, $contrast, $high, self::WHITE);
        }
        $isNear = fn (string $zone): bool => abs($found[$zone] - ($zones[$zone] ?? 0.0)) < self::STEP;

        return $isNear('deep') && $isNear('bright') ? null : $found;
    }

    /**
     * @param  non-empty-list<int|float>  $histogram
     * @return array{float, float} where the darkest and the brightest pixels begin, 0 to 1
     */
    private static function ends(array $histogram): array
    {
        $steps = count($histogram);
        $beyond = self::BEYOND * array_sum($histogram);
        [$low, $sum] = [0, 0.0];
        while ($low < $steps - 1 && ($sum += $histogram[$low]) <= $beyond) {
            $low++;
        }
        [$high, $sum] = [$steps - 1, 0.0];
        while ($high > 0 && ($sum += $histogram[$high]) <= $beyond) {
            $high--;
        }

        return [$low / $steps, ($high + 1) / $steps];
    }

    /**
     * @param  'bright'|'deep'  $zone
     * @param  array<string, float>  $zones
     */
    private static function found(string $zone, array $zones, float $contrast, float $from, float $to): float
    {
        [$least, $most] = [-1.0, 1.0];
        for ($i = 0; $i < self::HALVINGS; $i++) {
            $middle = ($least + $most) / 2;
            $isBelow = ToneCurve::of([...$zones, $zone => $middle], $contrast)->at($from) < $to;
            [$least, $most] = $isBelow ? [$middle, $most] : [$least, $middle];
        }

        return round(($least + $most) / 2, 2);
    }
}
