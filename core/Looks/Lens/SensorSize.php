<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Lens;

/**
 * In which lengths the polynomials of lensfun count: distortion and fringes in halves of the short side, darkening in
 * halves of the diagonal, both of the sensor that the lens was measured on.
 */
final readonly class SensorSize
{
    /**
     * @param  float  $half  of the short side, as a share of the long side of the picture
     * @param  float  $diagonal  half of it, as such a share
     * @param  float  $across  width of the picture as such a share; `down` its height
     */
    private function __construct(
        public float $half,
        public float $diagonal,
        public float $across,
        public float $down,
    ) {
    }

    /**
     * @param  float  $measured  crop factor of the sensor it was measured on, and its sides, long by short
     * @param  float  $crop  of the camera
     */
    public static function of(float $measured, float $aspect, float $crop, int $width, int $height): self
    {
        $long = max($width, $height, 2) - 1;
        [$w, $h] = [(max(2, $width) - 1) / $long, (max(2, $height) - 1) / $long];
        $own = max($w, $h) / min($w, $h);
        // What is one on the sensor that was measured, in the picture of this one.
        $ratio = $crop / $measured;
        $half = min($w, $h) / 2 * sqrt($own ** 2 + 1) / sqrt($aspect ** 2 + 1) * $ratio;

        return new self($half, hypot($w, $h) / 2 * $ratio, $w, $h);
    }
}
