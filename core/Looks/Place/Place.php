<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Place;

use Kanpai\Core\Looks\Colour\WhitePoint;
use Kanpai\Core\Looks\Look;

/**
 * A place of a picture with a tone and a colour of its own. Inside of it the picture has another look: that of the
 * frame, and what the place adds to it; at its edge one becomes the other.
 */
final readonly class Place
{
    /** Places of one frame. Each costs a table of colours of its own. */
    public const MOST = 4;

    /** Mired by which a place becomes warmer or cooler at most (ours: from daylight to a lamp is about 150). */
    private const WARMTH = 60.0;

    /**
     * @param  bool  $isInverse  whether all but the place is meant
     * @param  array<string, mixed>  $values  of the look inside of it, but for its warmth
     * @param  float  $warmth  −1 (cooler) to 1
     */
    private function __construct(
        private Shape $shape,
        private bool $isInverse,
        private array $values,
        private float $warmth,
    ) {
    }

    /**
     * @param  array<array-key, mixed>  $values  of a look, with its places
     * @return list<self>
     */
    public static function all(array $values): array
    {
        $all = is_array($values['places'] ?? null) ? array_filter($values['places'], is_array(...)) : [];
        $own = array_filter($values, is_string(...), ARRAY_FILTER_USE_KEY);
        unset($own['places'], $own['spots']);

        return array_map(
            fn (array $place): self => self::of($place, $own),
            array_slice(array_values($all), 0, self::MOST),
        );
    }

    /**
     * @param  array<array-key, mixed>  $place
     * @param  array<string, mixed>  $values  of the frame's look
     */
    private static function of(array $place, array $values): self
    {
        $shape = match ($place['kind'] ?? null) {
            'ring' => Ring::of($place),
            'brush' => Brush::of($place),
            default => Line::of($place),
        };

        return new self(
            $shape,
            ($place['inverse'] ?? false) === true,
            self::added($place, $values),
            self::share($place['warmth'] ?? null),
        );
    }

    /**
     * @param  array<array-key, mixed>  $place
     * @param  array<string, mixed>  $values
     * @return array<string, mixed>
     */
    private static function added(array $place, array $values): array
    {
        $zones = is_array($values['zones'] ?? null) ? $values['zones'] : [];
        foreach (['dark', 'light'] as $zone) {
            $zones[$zone] = self::sum($zones[$zone] ?? null, $place[$zone] ?? null);
        }
        $stops = fn (mixed $value): float => Numbers::of($value, 0.0, -Look::MOST_STOPS, Look::MOST_STOPS);

        return [
            ...$values,
            'zones' => $zones,
            'stops' => $stops($stops($values['stops'] ?? null) + $stops($place['stops'] ?? null)),
            'contrast' => self::sum($values['contrast'] ?? null, $place['contrast'] ?? null),
            'saturation' => self::sum($values['saturation'] ?? null, $place['saturation'] ?? null),
        ];
    }

    private static function sum(mixed $one, mixed $other): float
    {
        return self::share(self::share($one) + self::share($other));
    }

    private static function share(mixed $value): float
    {
        return Numbers::of($value, 0.0, -1.0, 1.0);
    }

    /**
     * The look inside of the place.
     *
     * @param  array{kelvin: float, beside: float}  $asShot  what the picture was balanced for, where its look has no
     *     white
     */
    public function look(array $asShot): Look
    {
        $values = $this->values;
        if ($this->warmth !== 0.0) {
            $values = isset($values['kelvin']) ? $values : [...$values, ...$asShot];
            $kelvin = Numbers::of($values['kelvin'], WhitePoint::D65, 1_000.0, WhitePoint::MOST);
            // As for a light that is cooler, which makes warmer.
            $mired = 1e6 / $kelvin - self::WARMTH * $this->warmth;
            $values['kelvin'] = 1e6 / max(1e6 / WhitePoint::MOST, $mired);
        }

        return Look::of($values);
    }

    /** @return list<float> how much of it there is in each cell, 0 to 1, row by row */
    public function over(Cells $cells): array
    {
        $over = $this->shape->over($cells);

        return $this->isInverse ? array_map(fn (float $share): float => 1.0 - $share, $over) : $over;
    }
}
