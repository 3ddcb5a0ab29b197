<?php

declare(strict_types=1);

namespace Tests\Core\Looks\Spot;

use Kanpai\Core\Looks\Spot\Healing;
use Kanpai\Core\Looks\Spot\Patch;
use Kanpai\Core\Looks\Spot\Spot;
use PHPUnit\Framework\TestCase;

/** Discs that are healed from what is beside them. */
final class HealingTest extends TestCase
{
    private const SIDE = 120;

    /** @param  callable(float $x, float $y, int $channel): float  $of */
    private static function patch(callable $of, bool $isDeep = false): Patch
    {
        $samples = '';
        for ($i = 0; $i < 3 * self::SIDE ** 2; $i++) {
            $value = (int) round($of(intdiv($i, 3) % self::SIDE, intdiv($i, 3 * self::SIDE), $i % 3));
            $samples .= $isDeep ? pack('v', 257 * $value) : chr($value);
        }

        return Patch::of($samples, self::SIDE, self::SIDE, $isDeep);
    }

    /** A slope in each channel, and a dark speck in the middle of it. */
    private static function scene(float $x, float $y, int $channel, float $dark): float
    {
        $speck = hypot($x - 60, $y - 60) < 8 ? 1 - $dark : 1.0;

        return (90 + 0.6 * $x + 0.3 * $channel * $y) * $speck;
    }

    public function test_a_speck_on_a_slope_becomes_the_slope(): void
    {
        foreach ([false, true] as $isDeep) {
            $patch = self::patch(fn (float $x, float $y, int $c): float => self::scene($x, $y, $c, 0.4), $isDeep);
            $before = $patch->samples();
            Healing::heal($patch, ['x' => 60, 'y' => 60, 'radius' => 10, 'from' => null]);
            $most = 0;
            for ($y = 50; $y <= 70; $y++) {
                for ($x = 50; $x <= 70; $x++) {
                    for ($channel = 0; $channel < 3; $channel++) {
                        $clean = self::scene($x, $y, $channel, 0.0) * ($isDeep ? 257 : 1);
                        $most = max($most, abs($patch->at($x, $y, $channel) - $clean) / ($isDeep ? 257 : 1));
                    }
                }
            }
            self::assertLessThan(4, $most, $isDeep ? 'sixteen bits' : 'eight bits');
            // Beyond the disc nothing is touched.
            $at = ($isDeep ? 6 : 3) * (60 * self::SIDE + 71);
            self::assertSame(substr($before, $at, 60), substr($patch->samples(), $at, 60));
        }
    }

    public function test_it_takes_from_where_it_is_told_and_never_from_outside(): void
    {
        $patch = self::patch(fn (float $x): float => $x < 40 ? 60.0 : 200.0);
        Healing::heal($patch, ['x' => 80, 'y' => 60, 'radius' => 6, 'from' => [-60, 0]]);
        // The texture is that of the dark half, its shade that of the rim.
        self::assertEqualsWithDelta(200, $patch->at(80, 60, 1), 1);
        $corner = self::patch(fn (): float => 100.0);
        $before = $corner->samples();
        Healing::heal($corner, ['x' => 0, 'y' => 0, 'radius' => 80, 'from' => null]);
        self::assertSame($before, $corner->samples());
        Healing::heal($corner, ['x' => -400, 'y' => 900, 'radius' => 3, 'from' => [1, 1]]);
        self::assertSame($before, $corner->samples());
    }

    public function test_spots_are_read_whatever_was_sent(): void
    {
        $spots = Spot::all(['spots' => [
            ['middle' => [0.25, 0.5], 'radius' => 0.01, 'from' => [0.5, 0.5]], 'x', ['radius' => INF], ['middle' => NAN],
        ]]);
        self::assertCount(3, $spots);
        self::assertSame(
            ['x' => 1500, 'y' => 2000, 'radius' => 60, 'from' => [1500, 0]],
            $spots[0]->pixels(6000, 4000),
        );
        self::assertSame(300, $spots[1]->pixels(6000, 4000)['radius']);
        self::assertCount(Spot::MOST, Spot::all(['spots' => array_fill(0, 500, [])]));
    }
}
