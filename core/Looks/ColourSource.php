<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks;

use InvalidArgumentException;
use Kanpai\Core\Looks\Colour\Adaptation;
use Kanpai\Core\Looks\Colour\Chromaticity;
use Kanpai\Core\Looks\Colour\Matrix;
use Kanpai\Core\Looks\Colour\Srgb;
use Kanpai\Core\Looks\Colour\WhitePoint;

/**
 * What the values of a picture mean before a look is applied: those of a screen, or those of a camera's sensor. Both
 * are encoded as sRGB is (IEC 61966-2-1), so that a table has its nodes where eyes see steps.
 */
final readonly class ColourSource
{
    /**
     * @param  Matrix  $toSrgb  linear values as linear sRGB, where neutral is neutral and white is 1
     * @param  Chromaticity  $asShot  the light that the picture was balanced for
     * @param  float  $headroom  how many times brighter than white the brightest value is
     */
    private function __construct(public Matrix $toSrgb, public Chromaticity $asShot, public float $headroom)
    {
    }

    /** @param  list<float>  $factors */
    private static function check(array $factors): void
    {
        foreach ($factors as $factor) {
            if (! is_finite($factor) || $factor <= 0.0) {
                throw new InvalidArgumentException('The white balance of this raw file lacks a channel.');
            }
        }
    }

    public static function srgb(): self
    {
        return new self(Matrix::diagonal(1.0, 1.0, 1.0), WhitePoint::of(WhitePoint::D65), 1.0);
    }

    /**
     * Of a sensor whose values were multiplied so that the light of the scene is neutral, the largest value being 1.
     *
     * @param  array{array{float, float, float}, array{float, float, float}, array{float, float, float}}  $toSrgb  rows;
     *     each sums to about 1
     * @param  array{float, float, float}  $asShot  by what red, green and blue were multiplied
     * @param  array{float, float, float}  $daylight  by what they would have been in daylight of 6,504 K
     * @param  float  $stops  by which the picture is meant to be brighter than its values (BaselineExposure of DNG 1.4)
     *
     * @throws InvalidArgumentException when these are no camera's colours
     */
    public static function camera(array $toSrgb, array $asShot, array $daylight, float $stops = 0.0): self
    {
        $matrix = Matrix::of($toSrgb);
        $matrix->inverse();
        self::check([...$asShot, ...$daylight]);
        // What is unclipped is scaled by its largest factor, so that white is where the smallest one reaches.
        $headroom = max($asShot) / min($asShot) * 2 ** max(-4.0, min(4.0, $stops));
        $white = $matrix->applied([
            $daylight[0] / $asShot[0] * ($asShot[1] / $daylight[1]),
            1.0,
            $daylight[2] / $asShot[2] * ($asShot[1] / $daylight[1]),
        ]);

        return new self($matrix->times($headroom), self::chromaticity($white), $headroom);
    }

    /** @return array{toSrgb: list<list<float>>, asShot: array{float, float}, headroom: float} for the page */
    public function toArray(): array
    {
        return [
            'toSrgb' => $this->toSrgb->rows,
            'asShot' => [$this->asShot->x, $this->asShot->y],
            'headroom' => $this->headroom,
        ];
    }

    /** @param  array{float, float, float}  $light  linear sRGB */
    private static function chromaticity(array $light): Chromaticity
    {
        [$x, $y, $z] = Srgb::toXyz()->applied($light);
        $sum = $x + $y + $z;

        return $sum > 0.0 && $x > 0.0 && $y > 0.0
            ? Chromaticity::of($x / $sum, $y / $sum)
            : WhitePoint::of(WhitePoint::D65);
    }

    /** What turns linear values into linear sRGB in which a light is neutral; the light it was balanced for with null. */
    public function balancedFor(?Chromaticity $white): Matrix
    {
        if ($white === null) {
            return $this->toSrgb;
        }
        $daylight = WhitePoint::of(WhitePoint::D65);
        $adapted = Adaptation::between($white, $daylight)->after(Adaptation::between($daylight, $this->asShot));

        return Srgb::toXyz()->inverse()->after($adapted)->after(Srgb::toXyz())->after($this->toSrgb);
    }
}
