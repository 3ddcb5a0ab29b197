<?php

declare(strict_types=1);

namespace Kanpai\Core\Imaging;

/**
 * How steep edges are against those of a perfectly sharp picture, 0 to 1, from the energy of gradients at two sizes, so
 * that contrast cancels out (blur from the ratio of gradients: Zhuo and Sim 2011, from memory).
 *
 * For an edge of the height A blurred by a Gaussian of σ pixels the squared gradient along it is A² / (2√π σₜ), where
 * σₜ² = σ² + ⅓ for a derivative over two pixels. Halving gives σₜ² = (σ² + ⅓)/4 + ⅓ in pixels of the half, on half as
 * long an edge in a quarter of the area. The ratio r of the energies is then ½ · σₜ(half) / σₜ(full), and
 * 4r² − ¼ = ⅓ / (σ² + ⅓), whose root is the steepness. This closed form is ours.
 */
final class Steepness
{
    /** Blur of a Gaussian in pixels from which the half and the quarter tell it better, as noise hardly reaches them. */
    private const WIDE = 1.2;

    /**
     * @param  float|null  $full  energy of the gradients in the picture, without that of noise; null where only the
     *     smaller ones are known
     * @param  float  $half  the same at half its size
     * @param  float  $quarter  at a quarter of its size
     */
    public static function of(?float $full, float $half, float $quarter): float
    {
        // In the half, a blur is half as wide.
        $wide = 2 * self::sigma(self::ofPair($half, $quarter));
        $fine = $full === null ? 1.0 : self::ofPair($full, $half);

        return $wide < self::WIDE ? $fine : min($fine, 1 / sqrt(1 + 3 * $wide ** 2));
    }

    /** Pixels of a Gaussian that leaves edges so steep. */
    public static function sigma(float $steepness): float
    {
        return sqrt(max(0.0, (1 / max(1e-4, $steepness ** 2) - 1) / 3));
    }

    private static function ofPair(float $larger, float $smaller): float
    {
        $ratio = $smaller > 0.0 ? $larger / $smaller : 0.0;

        return min(1.0, sqrt(max(0.0, 4 * $ratio ** 2 - 0.25)));
    }
}
