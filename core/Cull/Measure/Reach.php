<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Measure;

/**
 * What sharpness a lens on a body usually reaches: a soft lens is not to blame for what it cannot do. It is what one
 * frame in ten exceeds, so that a single lucky one does not set the mark.
 */
final readonly class Reach
{
    private const USUAL = 0.9;

    /** Sharpness below which a group has reached nothing that others could be held against. */
    private const LEAST = 0.05;

    private function __construct(public float $value)
    {
    }

    /** @param  list<float>  $sharpness  of all frames of the lens and body, 0 to 1 each */
    public static function of(array $sharpness): self
    {
        sort($sharpness);

        return new self($sharpness === [] ? 1.0 : $sharpness[(int) floor(self::USUAL * (count($sharpness) - 1))]);
    }

    /** @return float the share that a frame reaches of it, 0 to 1 */
    public function share(float $sharpness): float
    {
        return min(1.0, $sharpness / max(self::LEAST, $this->value));
    }
}
