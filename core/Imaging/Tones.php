<?php

declare(strict_types=1);

namespace Kanpai\Core\Imaging;

/** Brightness of a picture, and how much of it is clipped, from the histograms of its channels. */
final readonly class Tones
{
    /** Levels from which, and up to which, nothing more is drawn. */
    private const LIGHT = 254;

    private const DARK = 1;

    /** What a correctly exposed picture averages to, as a share of white (ISO 2720 meters are set to it; from memory). */
    private const MIDDLE = 0.18;

    /**
     * @param  float  $ev  stops by which the mean is brighter than a middle grey
     * @param  float  $lights  share of the pixels that are clipped in the channel that is clipped most, 0 to 1
     * @param  float  $darks  share of the pixels that are black in the channel that is black least, 0 to 1
     */
    private function __construct(public float $ev, public float $lights, public float $darks)
    {
    }

    /**
     * @param  non-empty-list<list<int>>  $histograms  of each channel in sRGB, 256 counts each
     */
    public static function of(array $histograms): self
    {
        $pixels = max(1, array_sum($histograms[0]));
        $means = array_map(self::mean(...), $histograms);
        $lights = array_map(
            fn (array $histogram): float => array_sum(array_slice($histogram, self::LIGHT)) / $pixels,
            $histograms,
        );
        $darks = array_map(
            fn (array $histogram): float => array_sum(array_slice($histogram, 0, self::DARK + 1)) / $pixels,
            $histograms,
        );

        return new self(log(max(1e-4, self::luminance($means)) / self::MIDDLE, 2), max($lights), min($darks));
    }

    /**
     * @param  list<int>  $histogram
     * @return float mean of linear light, 0 to 1
     */
    private static function mean(array $histogram): float
    {
        $sum = 0.0;
        foreach ($histogram as $level => $count) {
            $sum += $count * self::linear($level / 255);
        }

        return $sum / max(1, array_sum($histogram));
    }

    /** sRGB to linear light (IEC 61966-2-1). */
    private static function linear(float $value): float
    {
        return $value <= 0.04045 ? $value / 12.92 : (($value + 0.055) / 1.055) ** 2.4;
    }

    /** @param  non-empty-list<float>  $means  of the channels; weights of red, green and blue by ITU-R BT.709 */
    private static function luminance(array $means): float
    {
        return count($means) < 3 ? $means[0] : 0.2126 * $means[0] + 0.7152 * $means[1] + 0.0722 * $means[2];
    }
}
