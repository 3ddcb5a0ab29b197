<?php

declare(strict_types=1);

namespace App\Imaging;

use FFI\CData;

/**
 * In how many scenes of one sensor each place has a dark speck, and in how many its surroundings are even enough to see
 * one. Pictures of one scene are one witness: what stands there is at the same place of each of them. A speck is what
 * closing fills (the black top-hat of mathematical morphology: Serra 1982).
 *
 * @throws UnableToMakePicture
 */
final class SpeckMap
{
    /** Pixels of the long side in which is looked. */
    private const SIDE = 750;

    /** Pixels on a side of what closing fills. */
    private const FILLED = 9;

    /** Pixels on each side that have to be even, and by what share of their lightness they may vary. */
    private const SURROUNDINGS = 7;

    private const EVEN = 0.05;

    /** By what share of its surroundings a speck is darker. */
    private const DARKER = 0.04;

    /** Levels of 255 below which nothing is seen. */
    private const DARK = 30.0;

    private const DOING = 'look for dust';

    private ?Picture $specks = null;

    private ?Picture $seen = null;

    /** The places that have a speck in all pictures of the scene so far, and those that are seen in all of them. */
    private ?Picture $darkInScene = null;

    private ?Picture $seenInScene = null;

    private int $scenes = 0;

    /** One more picture of a scene, as the sensor lies. One of another shape is left out. */
    public function add(Picture $picture): void
    {
        $green = $picture->within(self::SIDE)->channel(1)->inMemory();
        if (! $this->isLike($green)) {
            return;
        }
        $closed = self::ranked(self::ranked($green, true), false);
        $even = self::even($closed);
        $hat = Arithmetic::difference($closed, $green);
        $share = Arithmetic::quotient($hat, Arithmetic::linear($closed, 1.0, 1.0));
        $dark = Arithmetic::both(Arithmetic::atLeast($share, self::DARKER), $even)->inMemory();
        $this->darkInScene = self::inBoth($this->darkInScene, $dark);
        $this->seenInScene = self::inBoth($this->seenInScene, $even);
    }

    private function isLike(Picture $picture): bool
    {
        $like = $this->seen ?? $this->seenInScene ?? $picture;

        return $picture->width() === $like->width() && $picture->height() === $like->height();
    }

    private static function inBoth(?Picture $before, Picture $own): Picture
    {
        return $before === null ? $own : Arithmetic::both($before, $own)->inMemory();
    }

    /** What comes next shows another scene. */
    public function endScene(): void
    {
        if ($this->darkInScene === null || $this->seenInScene === null) {
            return;
        }
        $this->specks = self::added($this->specks, $this->darkInScene);
        $this->seen = self::added($this->seen, $this->seenInScene);
        $this->darkInScene = $this->seenInScene = null;
        $this->scenes++;
    }

    public function scenes(): int
    {
        return $this->scenes;
    }

    /** @return array{list<float>, list<float>, int} specks and places seen, row by row, and how long a row is */
    public function counts(): array
    {
        return $this->specks === null || $this->seen === null
            ? [[], [], 1]
            : [self::values($this->specks), self::values($this->seen), $this->seen->width()];
    }

    /** @return list<float> */
    private static function values(Picture $sums): array
    {
        return array_values(array_map(fn ($sum): float => $sum / 255, unpack('f*', $sums->samples()) ?: []));
    }

    /** The lightest, or darkest, of the pixels around each. */
    private static function ranked(Picture $picture, bool $isLightest): Picture
    {
        $index = $isLightest ? self::FILLED * self::FILLED - 1 : 0;

        return $picture->changed(self::DOING, fn (CData $image, CData $out): int => Vips::library()
            ->vips_rank($image, $out, self::FILLED, self::FILLED, $index, null))->inMemory();
    }

    /** Where the surroundings are even, 255; else 0. */
    private static function even(Picture $closed): Picture
    {
        $levels = Arithmetic::linear($closed, 1.0, 0.0)->inMemory();
        $mean = Arithmetic::boxed($levels, self::SURROUNDINGS);
        $square = Arithmetic::boxed(Arithmetic::product($levels, $levels)->inMemory(), self::SURROUNDINGS);
        $squared = Arithmetic::product($mean, $mean)->inMemory();
        $variance = Arithmetic::difference($square, $squared);
        // Variance below what it may be.
        $room = Arithmetic::difference(Arithmetic::linear($squared, self::EVEN ** 2, 0.0), $variance);

        return Arithmetic::both(Arithmetic::atLeast($room, 0.0), Arithmetic::atLeast($mean, self::DARK))->inMemory();
    }

    private static function added(?Picture $before, Picture $own): Picture
    {
        $sum = $before === null ? $own : Arithmetic::sum($before, $own);

        return Arithmetic::cast($sum, Arithmetic::FORMAT_FLOAT)->inMemory();
    }
}
