<?php

declare(strict_types=1);

namespace Tests\Core\Looks\Place;

use Kanpai\Core\Looks\ColourTable;
use Kanpai\Core\Looks\Framing;
use Kanpai\Core\Looks\Look;
use Kanpai\Core\Looks\Place\Cells;
use Kanpai\Core\Looks\Place\Place;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Places of a picture with a look of their own. */
final class PlaceTest extends TestCase
{
    private const SIDES = [3000, 2000];

    /** @param  array<string, mixed>  $place */
    private static function at(array $place, float $x, float $y, array $framing = []): float
    {
        $cells = Cells::of(Framing::of($framing), ...self::SIDES);
        $over = Place::all(['places' => [$place]])[0]->over($cells);

        return $over[(int) ($y * $cells->rows) * $cells->columns + (int) ($x * $cells->columns)];
    }

    /** @return iterable<string, array{array<string, mixed>, float, float, float}> */
    public static function places(): iterable
    {
        $line = ['kind' => 'line', 'from' => [0.5, 0.2], 'to' => [0.5, 0.6]];
        yield 'before a line all' => [$line, 0.1, 0.1, 1.0];
        yield 'half way half' => [$line, 0.9, 0.4, 0.5];
        yield 'behind it nothing' => [$line, 0.5, 0.7, 0.0];
        yield 'inverse' => [['inverse' => true] + $line, 0.5, 0.7, 1.0];
        $ring = ['kind' => 'ring', 'middle' => [0.5, 0.5], 'radii' => [0.3, 0.1], 'feather' => 0.5];
        yield 'inside a ring' => [$ring, 0.6, 0.5, 1.0];
        // Three quarters of the way out is half of the feather.
        yield 'at its edge' => [$ring, 0.725, 0.5, 0.5];
        yield 'beside it' => [$ring, 0.5, 0.7, 0.0];
        yield 'turned by a quarter' => [['degrees' => 90] + $ring, 0.5, 0.7, 1.0];
        $brush = ['kind' => 'brush', 'feather' => 0.5];
        $stroke = ['points' => [0.2, 0.5, 0.8, 0.5], 'radius' => 0.1];
        yield 'under a stroke' => [$brush + ['strokes' => [$stroke]], 0.5, 0.5, 1.0];
        yield 'beside a stroke' => [$brush + ['strokes' => [$stroke]], 0.5, 0.7, 0.0];
        $taken = ['points' => [0.5, 0.5], 'radius' => 0.1, 'takes' => true];
        yield 'taken away' => [$brush + ['strokes' => [$stroke, $taken]], 0.5, 0.5, 0.0];
        yield 'not painted at all' => [$brush, 0.5, 0.5, 0.0];
        yield 'a line of no length' => [['kind' => 'line', 'from' => [0.5, 0.5], 'to' => [0.5, 0.5]], 0.2, 0.2, 1.0];
        yield 'no numbers' => [['kind' => 'ring', 'middle' => ['x', NAN], 'radii' => null], 0.5, 0.5, 1.0];
    }

    /** @param  array<string, mixed>  $place */
    #[DataProvider('places')]
    public function test_how_much_of_a_place_there_is(array $place, float $x, float $y, float $expected): void
    {
        self::assertEqualsWithDelta($expected, self::at($place, $x, $y), 0.03);
    }

    /** A place stays on what it was set on, however the frame is turned and cropped. */
    public function test_a_crop_moves_no_place(): void
    {
        $ring = ['kind' => 'ring', 'middle' => [0.75, 0.25], 'radii' => [0.05, 0.05], 'feather' => 0.2];
        self::assertSame(1.0, self::at($ring, 0.75, 0.25));
        $crop = ['crop' => ['left' => 0.5, 'top' => 0.0, 'width' => 0.5, 'height' => 0.5]];
        self::assertSame(1.0, self::at($ring, 0.5, 0.5, $crop));
        self::assertSame(0.0, self::at($ring, 0.75, 0.25, $crop));
        // Turned clockwise, its right upper corner is the right lower one.
        self::assertSame(1.0, self::at($ring, 0.75, 0.75, ['turns' => 1]));
    }

    public function test_a_place_adds_to_the_look_of_its_frame(): void
    {
        $asShot = ['kelvin' => 6504.0, 'beside' => 0.0];
        $values = ['stops' => 0.5, 'contrast' => 0.2, 'zones' => ['dark' => 0.8]];
        $place = ['kind' => 'ring', 'stops' => 0.25, 'contrast' => 0.3, 'dark' => 0.5, 'saturation' => -0.4];
        $table = fn (array $of): string => ColourTable::of(Look::of($of), 9)->nodes;
        $inside = Place::all([...$values, 'places' => [$place]])[0]->look($asShot);
        self::assertSame(
            $table(['stops' => 0.75, 'contrast' => 0.5, 'zones' => ['dark' => 1.0], 'saturation' => -0.4]),
            ColourTable::of($inside, 9)->nodes,
        );
        // Half of sixty mired warmer: as for a light of 1e6 / (1e6 / 5000 − 30) kelvin.
        $warm = Place::all(['kelvin' => 5000.0, 'places' => [['warmth' => 0.5]]])[0]->look($asShot);
        self::assertSame($table(['kelvin' => 1e6 / 170]), ColourTable::of($warm, 9)->nodes);
        $node = ColourTable::of($warm, 9)->node(4, 4, 4);
        $plain = ColourTable::of(Look::of(['kelvin' => 5000.0]), 9)->node(4, 4, 4);
        self::assertGreaterThan($plain[0] / $plain[2], $node[0] / $node[2]);
    }

    public function test_four_places_at_most_and_none_that_is_no_place(): void
    {
        self::assertCount(4, Place::all(['places' => array_fill(0, 9, ['kind' => 'line'])]));
        self::assertSame([], Place::all(['places' => 'all']));
        self::assertSame([], Place::all(['places' => [1, 'x', null]]));
    }
}
