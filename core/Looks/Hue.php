<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks;

/** One of eight directions of the ring of hues, and how colours there are changed. */
final readonly class Hue
{
    /** By what they are called, in the order of their angles in Oklab, an eighth of a turn each. */
    public const NAMES = ['pink', 'orange', 'yellow', 'green', 'teal', 'blue', 'violet', 'magenta'];

    /** Radians by which a hue is turned at most: half of the way to its neighbour. */
    private const TURN = M_PI / 8;

    /** Share by which lightness changes at most. */
    private const LIGHT = 0.3;

    /**
     * @param  float  $turn  radians
     * @param  float  $colour  times as colourful, 0 to 2
     * @param  float  $light  times as light
     */
    private function __construct(public float $turn, public float $colour, public float $light)
    {
    }

    public function isPlain(): bool
    {
        return $this->turn === 0.0 && $this->colour === 1.0 && $this->light === 1.0;
    }

    /** @param  array<string, float>  $values  `turn`, `colour` and `light`, each −1 to 1 */
    public static function of(array $values): self
    {
        return new self(
            self::TURN * ($values['turn'] ?? 0.0),
            1 + ($values['colour'] ?? 0.0),
            1 + self::LIGHT * ($values['light'] ?? 0.0),
        );
    }
}
