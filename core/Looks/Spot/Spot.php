<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Spot;

use Kanpai\Core\Looks\Place\Numbers;

/**
 * A disc of a picture that is to be healed. Places are shares of the sides of the picture as the camera took it, the
 * radius a share of its long side.
 */
final readonly class Spot
{
    /** Spots of one frame. */
    public const MOST = 200;

    public const LEAST_RADIUS = 0.0008;

    public const MOST_RADIUS = 0.05;

    /**
     * @param  array{float, float}  $middle
     * @param  array{float, float}|null  $from  the middle of what it is healed from; null for what looks most alike
     */
    private function __construct(public array $middle, public float $radius, public ?array $from)
    {
    }

    /** @param  array<array-key, mixed>  $values */
    public static function of(array $values): self
    {
        return new self(
            Numbers::pair($values['middle'] ?? null),
            Numbers::of($values['radius'] ?? null, 0.005, self::LEAST_RADIUS, self::MOST_RADIUS),
            is_array($values['from'] ?? null) ? Numbers::pair($values['from']) : null,
        );
    }

    /**
     * @param  array<array-key, mixed>  $values  of a look
     * @return list<self>
     */
    public static function all(array $values): array
    {
        $all = is_array($values['spots'] ?? null) ? array_filter($values['spots'], is_array(...)) : [];

        return array_map(self::of(...), array_slice(array_values($all), 0, self::MOST));
    }

    /**
     * In pixels of a picture.
     *
     * @return array{x: int, y: int, radius: int, from: array{int, int}|null} `from` as how far away it is
     */
    public function pixels(int $width, int $height): array
    {
        [$x, $y] = self::pixel($this->middle, $width, $height);
        $from = $this->from === null ? null : self::pixel($this->from, $width, $height);

        return [
            'x' => $x,
            'y' => $y,
            'radius' => max(1, (int) ceil($this->radius * max($width, $height))),
            'from' => $from === null ? null : [$from[0] - $x, $from[1] - $y],
        ];
    }

    /**
     * @param  array{float, float}  $at
     * @return array{int, int}
     */
    private static function pixel(array $at, int $width, int $height): array
    {
        return [(int) floor($at[0] * $width), (int) floor($at[1] * $height)];
    }
}
