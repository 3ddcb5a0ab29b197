<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks;

/**
 * How noise is told from what is in a picture: by the guided filter of a channel by itself (He, Sun and Tang, "Guided
 * image filtering", 2013). Where values vary less than a threshold, they become their mean; where they vary more, they
 * stay. Lightness is that of green, at full size; colours are what red and blue differ from green by, at half size, as
 * JPEGs keep them anyway. The thresholds are ours. `resources/js/looks/noise.js` is the same.
 */
final class Noise
{
    /** Pixels on each side that count as surroundings, of lightness and (at half size) of colours. */
    public const LIGHT_RADIUS = 2;

    public const COLOUR_RADIUS = 4;

    /** Standard deviations, in levels of 255, that are taken for noise at full strength. */
    private const LIGHT = 14.0;

    private const COLOUR = 30.0;

    /** @param  float  $amount  0 to 1 */
    public static function lightVariance(float $amount): float
    {
        return (self::LIGHT * $amount) ** 2;
    }

    /** @param  float  $amount  0 to 1 */
    public static function colourVariance(float $amount): float
    {
        return (self::COLOUR * $amount) ** 2;
    }
}
