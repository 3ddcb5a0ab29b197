<?php

declare(strict_types=1);

namespace Tests\Core\Looks;

use Kanpai\Core\Looks\GainField;
use PHPUnit\Framework\TestCase;

/** Local contrast and vignette on a small grid. */
final class GainFieldTest extends TestCase
{
    private const WIDTH = 60;

    private const HEIGHT = 40;

    /**
     * @param  callable(int $x, int $y): float  $of
     * @return non-empty-list<float>
     */
    private static function grid(callable $of): array
    {
        $cells = [];
        for ($y = 0; $y < self::HEIGHT; $y++) {
            for ($x = 0; $x < self::WIDTH; $x++) {
                $cells[] = $of($x, $y);
            }
        }

        return $cells;
    }

    public function test_nothing_asked_and_nothing_to_see_change_nothing(): void
    {
        $waves = self::grid(fn (int $x, int $y): float => 0.5 + 0.2 * sin($x / 3) * cos($y / 4));
        self::assertSame([1.0], array_values(array_unique(GainField::of($waves, self::WIDTH, 0.0, 0.0))));
        $flat = GainField::of(self::grid(fn (): float => 0.6), self::WIDTH, 1.0, 0.0);
        self::assertEqualsWithDelta(1.0, max($flat), 1e-9);
        self::assertEqualsWithDelta(1.0, min($flat), 1e-9);
    }

    public function test_what_differs_a_little_from_its_surroundings_differs_more(): void
    {
        // A faint spot on grey: its middle is made brighter, its surroundings stay.
        $spot = self::grid(fn (int $x, int $y): float => hypot($x - 30, $y - 20) < 4 ? 0.55 : 0.5);
        $more = GainField::of($spot, self::WIDTH, 1.0, 0.0);
        $less = GainField::of($spot, self::WIDTH, -1.0, 0.0);
        $middle = 20 * self::WIDTH + 30;
        self::assertGreaterThan(1.05, $more[$middle]);
        self::assertLessThan(0.95, $less[$middle]);
        self::assertEqualsWithDelta(1.0, $more[0], 1e-6);
    }

    /** He, Sun and Tang: an edge that is much stronger than the threshold is kept, so that no halo runs along it. */
    public function test_a_strong_edge_gets_hardly_a_halo(): void
    {
        $edge = self::grid(fn (int $x): float => $x < 30 ? 0.1 : 0.9);
        $gains = GainField::of($edge, self::WIDTH, 1.0, 0.0);
        $row = array_slice($gains, 20 * self::WIDTH, self::WIDTH);
        // A blur of that radius, in the place of the guided filter, would add 0.48 of 0.9 here.
        self::assertLessThan(0.12, abs($row[31] - 1.0) * 0.9);
        self::assertLessThan(0.12, abs($row[28] - 1.0) * 0.1);
    }

    public function test_corners_fall_off_by_as_many_stops_as_are_said(): void
    {
        $gains = GainField::of(self::grid(fn (): float => 0.5), self::WIDTH, 0.0, -1.0);
        self::assertEqualsWithDelta(1.0, $gains[20 * self::WIDTH + 30], 1e-3);
        // Two stops, encoded: 2^(−2/2.4) = 0.561; the last cell is a little inside of the corner.
        self::assertEqualsWithDelta(0.561, $gains[0], 0.02);
        self::assertSame($gains[0], $gains[self::WIDTH - 1]);
        self::assertGreaterThan(1.0, GainField::of([0.5, 0.5, 0.5, 0.5], 2, 0.0, 1.0)[0]);
    }
}
