<?php

declare(strict_types=1);

namespace Kanpai\Core\Imaging;

/**
 * Where a picture may be sharpest, by how it looks at half and at a quarter of its size: there it is looked at in all
 * its pixels. Edges that all go one way say nothing of a blur along them, so that only tiles with several ways count.
 */
final class FocusTiles
{
    /** Tiles that are looked at closely, and quiet ones that tell what noise does to all pixels. */
    private const CLOSELY = 10;

    private const QUIET = 3;

    /**
     * Energy in the weakest direction, at a quarter of the size, from which a tile shows enough; the second where
     * nothing has so much. Below it, noise is a good part of what is seen at full size.
     */
    private const LEAST = [30.0, 6.0];

    private const ENOUGH = 3;

    /** @return list<int> tiles, the ones that may be sharpest first; none where the picture shows nothing */
    public static function sharpest(GradientGrid $half, GradientGrid $quarter): array
    {
        $floors = [$half->floor(), $quarter->floor()];
        $steep = [];
        foreach (self::shown($quarter, $floors[1]) as $i) {
            $steep[$i] = Steepness::of(
                null,
                self::weakest($half->tiles[$i]) - $floors[0] / 2,
                self::weakest($quarter->tiles[$i]) - $floors[1] / 2,
            );
        }
        $tiles = array_keys($steep);
        usort($tiles, fn (int $a, int $b): int => [$steep[$b], $half->tiles[$b]->energy()] <=>
            [$steep[$a], $half->tiles[$a]->energy()]);

        return array_slice($tiles, 0, self::CLOSELY);
    }

    /** @return list<int> tiles among the quietest tenth */
    public static function quiet(GradientGrid $half): array
    {
        $tiles = array_keys($half->tiles);
        usort($tiles, fn (int $a, int $b): int => $half->tiles[$a]->energy() <=> $half->tiles[$b]->energy());

        return array_slice($tiles, intdiv(count($tiles), 10), self::QUIET);
    }

    /** @return list<int> tiles that show something in all directions */
    private static function shown(GradientGrid $quarter, float $floor): array
    {
        $energies = array_map(fn (Tensor $tile): float => self::weakest($tile) - $floor / 2, $quarter->tiles);
        foreach (self::LEAST as $least) {
            $shown = array_keys(array_filter($energies, fn (float $energy): bool => $energy >= $least));
            if (count($shown) >= self::ENOUGH) {
                return $shown;
            }
        }

        return [];
    }

    /** Energy in the direction that has least: the smaller eigenvalue. */
    private static function weakest(Tensor $tile): float
    {
        return ($tile->energy() * (1 - $tile->coherence())) / 2;
    }
}
