<?php

declare(strict_types=1);

namespace Kanpai\Core\Imaging;

/**
 * Means of the squared gradients of a part of a picture, and of their product: its structure tensor (Förstner and Gülch
 * 1987; Bigün and Granlund 1987; both from memory). Squares of levels of 0 to 255 a pixel.
 */
final readonly class Tensor
{
    /** Scharr's derivative is the same in all directions to within a hundredth (Scharr 2000, from memory). */
    public const ACROSS = [3, 0, -3, 10, 0, -10, 3, 0, -3];

    public const DOWN = [3, 10, 3, 0, 0, 0, -3, -10, -3];

    /** So that a slope of one level a pixel gives one. */
    public const SCALE = 32.0;

    /**
     * @param  float  $xx  mean of the squared gradient from left to right; `yy` from top to bottom, `xy` of the product
     */
    public function __construct(public float $xx, public float $yy, public float $xy)
    {
    }

    /** Energy of the gradients in all directions. */
    public function energy(): float
    {
        return $this->xx + $this->yy;
    }

    /** Energy along a direction: 0 is from left to right, π/2 from top to bottom. */
    public function along(float $angle): float
    {
        [$cos, $sin] = [cos($angle), sin($angle)];

        return $cos * $cos * $this->xx + $sin * $sin * $this->yy + 2 * $cos * $sin * $this->xy;
    }

    /** How much of the gradients goes one way: 0 for texture in all directions, 1 for a single edge. */
    public function coherence(): float
    {
        return $this->energy() <= 0.0 ? 0.0 : hypot($this->xx - $this->yy, 2 * $this->xy) / $this->energy();
    }

    /** The direction across the edges, 0 to π (exclusive), as `along` counts it. */
    public function direction(): float
    {
        $angle = 0.5 * atan2(2 * $this->xy, $this->xx - $this->yy);

        return $angle < 0.0 ? $angle + M_PI : $angle;
    }
}
