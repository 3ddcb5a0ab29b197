<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks;

/**
 * How what is brighter than white is brought back: as it is up to a knee, then along a parabola that leaves the knee
 * without a bend and reaches white flat. Ours: the parabola is the one curve of its degree that does both, and with
 * nothing beyond white it is no change at all.
 */
final readonly class Shoulder
{
    /** Encoded value that is white at most; what is brighter is lost, or the middle would be pressed flat. */
    private const FURTHEST = 1.5;

    /** Share of what a raw file holds beyond white that is brought back as it is; the rest as lights are lowered. */
    private const USUAL = 0.2;

    /** @param  float  $furthest  the encoded value that becomes white, 1 or more */
    private function __construct(private float $furthest)
    {
    }

    /**
     * @param  float  $white  what white of the picture has become, encoded
     * @param  float  $brightest  what the brightest value there is has become, encoded
     * @param  float  $lowered  0 to 1, how far lights are lowered
     */
    public static function from(float $white, float $brightest, float $lowered): self
    {
        $white = max(1.0, $white);
        $share = self::USUAL + (1 - self::USUAL) * $lowered;

        return new self(min(self::FURTHEST, $white + max(0.0, $brightest - $white) * $share));
    }

    /** @param  float  $encoded  0 or more */
    public function at(float $encoded): float
    {
        $knee = 2 - $this->furthest;
        if ($encoded <= $knee) {
            return $encoded;
        }
        if ($encoded >= $this->furthest) {
            return 1.0;
        }
        $beyond = $encoded - $knee;

        return $knee + $beyond - ($beyond * $beyond) / (4 * ($this->furthest - 1));
    }
}
