<?php

declare(strict_types=1);

namespace Tests\Core\Looks\Spot;

use Kanpai\Core\Looks\Spot\Dust;
use PHPUnit\Framework\TestCase;

/** Dust is what is at the same place of many frames. */
final class DustTest extends TestCase
{
    private const WIDTH = 90;

    private const HEIGHT = 60;

    /**
     * @param  array<int, int>  $at  place of the left upper of three times three => how often a speck was there
     * @return list<array{x: float, y: float, radius: float}>
     */
    private static function found(array $at, int $seen = 20, int $scenes = 20, int $side = 3): array
    {
        $specks = array_fill(0, self::WIDTH * self::HEIGHT, 0.0);
        foreach ($at as $place => $often) {
            for ($i = 0; $i < $side ** 2; $i++) {
                $specks[$place + self::WIDTH * intdiv($i, $side) + $i % $side] = (float) $often;
            }
        }

        return Dust::find($specks, array_fill(0, count($specks), (float) $seen), self::WIDTH, $scenes);
    }

    public function test_what_is_there_on_most_frames_is_dust(): void
    {
        $found = self::found([20 * self::WIDTH + 30 => 18, 40 * self::WIDTH + 60 => 15, 5 * self::WIDTH + 5 => 7]);
        self::assertCount(2, $found);
        self::assertEqualsWithDelta(31.5 / self::WIDTH, $found[0]['x'], 1e-9);
        self::assertEqualsWithDelta(21.5 / self::HEIGHT, $found[0]['y'], 1e-9);
        // Nine cells are a disc of radius 1.69; its soft edge is healed as well.
        self::assertEqualsWithDelta((sqrt(9 / M_PI) + 1.6) / self::WIDTH, $found[0]['radius'], 1e-9);
    }

    public function test_what_is_seen_too_seldom_or_is_no_speck_is_none(): void
    {
        $place = 20 * self::WIDTH + 30;
        self::assertSame([], self::found([$place => 3], seen: 3));
        self::assertSame([], self::found([$place => 9], seen: 9, scenes: 100));
        self::assertSame([], self::found([$place => 20], side: 14));
        $line = array_fill_keys(range($place, $place + 30), 20);
        self::assertSame([], self::found($line, side: 1));
        self::assertSame([], self::found([self::WIDTH * 2 + 40 => 20]), 'at the edge');
        self::assertSame([], self::found([]));
    }
}
