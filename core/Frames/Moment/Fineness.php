<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Moment;

/** The place of the slider between few large moments (0) and many small ones (100). */
final readonly class Fineness
{
    public const USUAL = 50;

    /**
     * The least border that parts moments at the ends of the slider: half an hour apart, and every frame for itself.
     */
    private const COARSEST = 11.0;

    /**
     * So that the middle, 4.2, is a pause of 17 s between pictures that tell nothing, of two minutes between those that
     * are the same.
     */
    private const CURVE = 1.4;

    /** @param  int<0, 100>  $place */
    private function __construct(public int $place)
    {
    }

    /** Beyond the ends it is taken for the end. */
    public static function of(int $place): self
    {
        return new self(max(0, min(100, $place)));
    }

    public static function usual(): self
    {
        return new self(self::USUAL);
    }

    /** The least strength of a border that parts two moments, as Borders measures it. */
    public function least(): float
    {
        return self::COARSEST * ((100 - $this->place) / 100) ** self::CURVE;
    }
}
