<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks;

use Kanpai\Core\Looks\Colour\Chromaticity;
use Kanpai\Core\Looks\Colour\WhitePoint;
use Kanpai\Core\Looks\Place\Place;
use Kanpai\Core\Looks\Spot\Spot;

/**
 * What is made of a frame. What is not set changes nothing; what is no number, or too much, is taken for
 * the nearest that can be.
 *
 * @phpstan-type Tint array{degrees: float, amount: float}
 */
final readonly class Look
{
    /** Stops by which exposure is changed at most. */
    public const MOST_STOPS = 5.0;

    /** Ten-thousandths of u and v beside the line of daylight, at most. */
    public const MOST_BESIDE = 100.0;

    /** How much of a table from elsewhere there is at most. */
    private const MOST_CUBE = 1.5;

    /** In which ranges of lightness tints lie. */
    public const TINTS = ['shadows', 'middle', 'lights'];

    /**
     * @param  Chromaticity|null  $white  the light in which neutral is to be neutral; null for the one it was shot for
     * @param  float  $stops  of exposure
     * @param  float  $saturation  −1 to 1, of all colours; `muted` of those that are little colourful
     * @param  list<Hue>  $hues  the eight of the ring
     * @param  array<string, Tint>  $tints  by range
     * @param  string|null  $cube  what a table from elsewhere is known by; `cubeAmount` how much of it
     * @param  list<float>|null  $greys  how light each hue is in black and white, −1 to 1; null for a picture in colour
     * @param  list<Place>  $places  with a tone and a colour of their own
     * @param  list<Spot>  $spots  to be healed
     */
    private function __construct(
        public ?Chromaticity $white,
        public float $stops,
        public ToneCurve $tone,
        private float $bright,
        public float $saturation,
        public float $muted,
        public array $hues,
        public array $tints,
        public ?array $greys,
        public Detail $detail,
        public Framing $framing,
        public ?string $cube,
        public float $cubeAmount,
        public array $places,
        public array $spots,
    ) {
    }

    /** How far bright lights are lowered, 0 to 1. */
    public function lowered(): float
    {
        return max(0.0, -$this->bright);
    }

    /** Whether anything is done to colours beyond white and tone. */
    public function isColoured(): bool
    {
        return $this->greys !== null ||
            $this->saturation !== 0.0 ||
            $this->muted !== 0.0 ||
            array_filter($this->hues, fn (Hue $hue): bool => ! $hue->isPlain()) !== [] ||
            array_filter($this->tints, fn (array $tint): bool => $tint['amount'] > 0.0) !== [];
    }

    /** What is done to colours alone: two looks that agree in it have the same table. */
    public function colours(): self
    {
        return new self(
            $this->white,
            $this->stops,
            $this->tone,
            $this->bright,
            $this->saturation,
            $this->muted,
            $this->hues,
            $this->tints,
            $this->greys,
            Detail::of([]),
            Framing::of([]),
            $this->cube,
            $this->cubeAmount,
            [],
            [],
        );
    }

    public static function plain(): self
    {
        return self::of([]);
    }

    /** @param  array<array-key, mixed>  $values  as they are kept; of another kind and unknown ones nothing */
    public static function of(array $values): self
    {
        $zones = self::named($values['zones'] ?? null);
        $cube = self::named($values['cube'] ?? null);

        return new self(
            self::white($values),
            self::number($values['stops'] ?? null, 0.0, -self::MOST_STOPS, self::MOST_STOPS),
            ToneCurve::of(array_map(self::share(...), $zones), self::share($values['contrast'] ?? null)),
            self::share($zones['bright'] ?? null),
            self::share($values['saturation'] ?? null),
            self::share($values['muted'] ?? null),
            self::hues(self::named($values['hues'] ?? null)),
            self::tints(self::named($values['tints'] ?? null)),
            isset($values['greys']) ? self::greys(self::named($values['greys'])) : null,
            Detail::of($values),
            Framing::of($values),
            is_string($cube['table'] ?? null) ? $cube['table'] : null,
            self::number($cube['amount'] ?? null, 1.0, 0.0, self::MOST_CUBE),
            Place::all($values),
            Spot::all($values),
        );
    }

    /**
     * @param  array<string, mixed>  $hues
     * @return list<Hue>
     */
    private static function hues(array $hues): array
    {
        return array_map(
            fn (string $name): Hue => Hue::of(array_map(self::share(...), self::named($hues[$name] ?? null))),
            Hue::NAMES,
        );
    }

    /**
     * @param  array<string, mixed>  $greys
     * @return list<float>
     */
    private static function greys(array $greys): array
    {
        return array_map(fn (string $name): float => self::share($greys[$name] ?? null), Hue::NAMES);
    }

    /** @param  array<array-key, mixed>  $values */
    private static function white(array $values): ?Chromaticity
    {
        $kelvin = self::number($values['kelvin'] ?? null, 0.0, 0.0, WhitePoint::MOST);
        $beside = self::number($values['beside'] ?? null, 0.0, -self::MOST_BESIDE, self::MOST_BESIDE);

        return $kelvin === 0.0 ? null : WhitePoint::of($kelvin, $beside);
    }

    /**
     * @param  array<string, mixed>  $tints
     * @return array<string, Tint>
     */
    private static function tints(array $tints): array
    {
        $all = [];
        foreach (self::TINTS as $range) {
            $tint = self::named($tints[$range] ?? null);
            $all[$range] = [
                'degrees' => self::number($tint['degrees'] ?? null, 0.0, 0.0, 360.0),
                'amount' => self::number($tint['amount'] ?? null, 0.0, 0.0, 1.0),
            ];
        }

        return $all;
    }

    /** @return array<string, mixed> */
    private static function named(mixed $values): array
    {
        return is_array($values) ? array_filter($values, is_string(...), ARRAY_FILTER_USE_KEY) : [];
    }

    private static function share(mixed $value): float
    {
        return self::number($value, 0.0, -1.0, 1.0);
    }

    private static function number(mixed $value, float $usual, float $least, float $most): float
    {
        // What is not a number is neither more nor less than another.
        return (is_int($value) || is_float($value)) && ! is_nan((float) $value)
            ? max($least, min($most, (float) $value))
            : $usual;
    }
}
