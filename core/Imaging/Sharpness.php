<?php

declare(strict_types=1);

namespace Kanpai\Core\Imaging;

/**
 * How sharp the sharpest part of a picture is, and whether it lacks focus or was moved: blur of a movement is wider one
 * way than across, and between the two on the slant.
 */
final readonly class Sharpness
{
    /** Blur of a Gaussian in pixels from which a picture of 1,500 pixels is out of focus, and from which it was moved. */
    private const UNFOCUSED = 1.3;

    private const MOVED = 1.0;

    /** How many times wider blur must be one way than across, and what of it must be seen on the slant. */
    private const ONE_WAY = 2.0;

    private const ASLANT = 0.28;

    /** Blur across, in pixels, beyond which it is no movement alone. */
    private const CRISP = 1.0;

    /** Of the tiles looked at, those that are taken for the sharpest part. */
    private const SHARPEST = 4;

    /** Share of the strongest way's energy from which another way shows enough, in a tile and in all tiles together. */
    private const SHOWS = 0.12;

    private const SHOWS_IN_ALL = 0.06;

    /**
     * @param  float|null  $value  steepness of the edges of the sharpest part, on the whole and in the worst way, 0 to
     *     1; null where nothing can be seen
     * @param  float|null  $sigma  blur of that part, as of a Gaussian, in pixels
     * @param  float|null  $angle  degrees of the movement, 0 from left to right, clockwise to 180; null where nothing
     *     moved
     */
    private function __construct(
        public ?float $value,
        public ?float $sigma,
        public Blur $blur,
        public ?float $angle,
    ) {
    }

    /**
     * @param  list<Patch>  $patches  tiles that `FocusTiles::sharpest` names, in all their pixels
     * @param  list<Patch>  $quiet  those of `FocusTiles::quiet`, which tell what noise is in all of them
     */
    public static function of(array $patches, array $quiet): self
    {
        $tiles = self::tiles($patches, $quiet);
        if ($tiles === []) {
            return new self(null, null, Blur::None, null);
        }
        $worst = self::worstWay($tiles);
        $angle = Steepness::sigma($worst) < self::MOVED
            ? null
            : self::movement(WayEnergies::mean($tiles)->steepness(self::SHOWS_IN_ALL));
        $part = WayEnergies::mean(array_slice($tiles, 0, self::SHARPEST))->sharpness();
        $sigma = Steepness::sigma($angle === null ? $part : $worst);
        $blur = match (true) {
            $angle !== null => Blur::Motion,
            $sigma >= self::UNFOCUSED => Blur::Defocus,
            default => Blur::None,
        };

        // A slight movement is no blur yet, and yet less sharp than none.
        return new self(($part + $worst) / 2, $sigma, $blur, $angle);
    }

    /**
     * @param  list<Patch>  $patches
     * @param  list<Patch>  $quiet
     * @return list<WayEnergies> of those that show something, without noise, the sharpest first
     */
    private static function tiles(array $patches, array $quiet): array
    {
        $floors = array_map(
            fn (array $ways): float => array_sum($ways) / Patch::WAYS,
            WayEnergies::mean(array_map(WayEnergies::of(...), $quiet))->sizes,
        );
        $tiles = array_map(fn (Patch $patch): WayEnergies => WayEnergies::of($patch)->without($floors), $patches);
        $shown = array_filter($tiles, fn (WayEnergies $tile): bool => $tile->steepness(self::SHOWS) !== []);
        usort($shown, fn (WayEnergies $a, WayEnergies $b): int => $b->sharpness() <=> $a->sharpness());

        return $shown;
    }

    /**
     * Steepness the worst way of the tiles that are best in that: a movement spares none.
     *
     * @param  non-empty-list<WayEnergies>  $tiles
     */
    private static function worstWay(array $tiles): float
    {
        $worst = array_map(fn (WayEnergies $tile): float => min($tile->steepness(self::SHOWS) ?: [0.0]), $tiles);
        rsort($worst);
        $best = array_slice($worst, 0, self::SHARPEST);

        return array_sum($best) / count($best);
    }

    /**
     * @param  array<int, float>  $steepness  way => steepness, of those that show enough
     * @return float|null degrees of the movement
     */
    private static function movement(array $steepness): ?float
    {
        $sigmas = array_map(Steepness::sigma(...), $steepness);
        foreach ($sigmas as $way => $sigma) {
            $across = $sigmas[($way + 2) % Patch::WAYS] ?? null;
            $slants = array_filter(
                [$sigmas[($way + 1) % Patch::WAYS] ?? null, $sigmas[($way + 3) % Patch::WAYS] ?? null],
                fn (?float $slant): bool => $slant !== null,
            );
            $isWide =
                $sigma >= self::MOVED &&
                $across !== null &&
                $across <= self::CRISP &&
                $sigma >= self::ONE_WAY * $across;
            if ($isWide && $slants !== [] && min($slants) >= self::ASLANT * $sigma) {
                return ($way * 180.0) / Patch::WAYS;
            }
        }

        return null;
    }
}
