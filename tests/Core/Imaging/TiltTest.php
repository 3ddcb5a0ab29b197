<?php

declare(strict_types=1);

namespace Tests\Core\Imaging;

use Kanpai\Core\Imaging\GradientGrid;
use Kanpai\Core\Imaging\Tensor;
use Kanpai\Core\Imaging\Tilt;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Horizons whose tilt is known: the tensor of an edge follows from its direction alone. */
final class TiltTest extends TestCase
{
    private const COLUMNS = 36;

    private const ROWS = 24;

    /** @return iterable<string, array{float}> */
    public static function tilts(): iterable
    {
        foreach ([-8.0, -2.5, 0.0, 0.6, 3.0, 11.0] as $tilt) {
            yield "{$tilt}°" => [$tilt];
        }
    }

    #[DataProvider('tilts')]
    public function test_a_horizon_is_found_with_its_tilt(float $tilt): void
    {
        self::assertEqualsWithDelta($tilt, Tilt::of(self::grid(fn (): float => $tilt)) ?? 99.0, 0.05);
    }

    public function test_a_horizon_counts_where_waves_lie_around_it(): void
    {
        // Every third edge is a wave that leans by some degrees to the one or the other side.
        $grid = self::grid(fn (int $column): float => 2.0 + ($column % 3 === 0 ? ($column % 2 === 0 ? 5 : -5) : 0));
        self::assertEqualsWithDelta(2.0, Tilt::of($grid) ?? 99.0, 0.1);
    }

    public function test_no_horizon_is_made_up(): void
    {
        self::assertNull(Tilt::of(self::grid(fn (): ?float => null)), 'a picture without edges');
        self::assertNull(Tilt::of(self::grid(fn (int $column): float => ($column * 37) % 23 - 11)), 'edges of all kinds');
        self::assertNull(Tilt::of(self::grid(fn (): float => 40.0)), 'a roof');
        self::assertNull(Tilt::of(self::grid(fn (int $column): ?float => $column < 6 ? 2.0 : null)), 'a short edge');
    }

    /** @param  callable(int): (float|null)  $edge  column => degrees by which the edge in it leans; null for none */
    private static function grid(callable $edge): GradientGrid
    {
        $tiles = [];
        for ($i = 0; $i < self::COLUMNS * self::ROWS; $i++) {
            $leaning = intdiv($i, self::COLUMNS) === 10 ? $edge($i % self::COLUMNS) : null;
            // The gradient goes across the edge: from top to bottom where it is level.
            $angle = deg2rad(90 + ($leaning ?? 0.0));
            $energy = $leaning === null ? 0.2 : 400.0;
            $tiles[] = new Tensor(
                $energy * cos($angle) ** 2 + 0.1,
                $energy * sin($angle) ** 2 + 0.1,
                $energy * sin($angle) * cos($angle),
            );
        }

        return new GradientGrid(self::COLUMNS, $tiles);
    }
}
