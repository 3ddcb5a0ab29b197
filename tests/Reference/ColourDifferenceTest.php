<?php

declare(strict_types=1);

namespace Tests\Reference;

use FFI;
use Kanpai\Core\Looks\Colour\Srgb;
use Kanpai\Core\Looks\ColourChain;
use Kanpai\Core\Looks\ColourTable;
use Kanpai\Core\Looks\Look;
use PHPUnit\Framework\TestCase;
use Tests\Core\Looks\Looks;

/** Differences of colours as eyes see them, and how far a table of colours is from what it was made of. */
final class ColourDifferenceTest extends TestCase
{
    /** The 34 pairs of Sharma, Wu and Dalal (2005), table 1; from memory, which four decimals of each bear out. */
    private const PAIRS = [
        [[50.0, 2.6772, -79.7751], [50.0, 0.0, -82.7485], 2.0425],
        [[50.0, 3.1571, -77.2803], [50.0, 0.0, -82.7485], 2.8615],
        [[50.0, 2.8361, -74.02], [50.0, 0.0, -82.7485], 3.4412],
        [[50.0, -1.3802, -84.2814], [50.0, 0.0, -82.7485], 1.0],
        [[50.0, -1.1848, -84.8006], [50.0, 0.0, -82.7485], 1.0],
        [[50.0, -0.9009, -85.5211], [50.0, 0.0, -82.7485], 1.0],
        [[50.0, 0.0, 0.0], [50.0, -1.0, 2.0], 2.3669],
        [[50.0, -1.0, 2.0], [50.0, 0.0, 0.0], 2.3669],
        [[50.0, 2.49, -0.001], [50.0, -2.49, 0.0009], 7.1792],
        [[50.0, 2.49, -0.001], [50.0, -2.49, 0.001], 7.1792],
        [[50.0, 2.49, -0.001], [50.0, -2.49, 0.0011], 7.2195],
        [[50.0, 2.49, -0.001], [50.0, -2.49, 0.0012], 7.2195],
        [[50.0, -0.001, 2.49], [50.0, 0.0009, -2.49], 4.8045],
        [[50.0, -0.001, 2.49], [50.0, 0.001, -2.49], 4.8045],
        [[50.0, -0.001, 2.49], [50.0, 0.0011, -2.49], 4.7461],
        [[50.0, 2.5, 0.0], [50.0, 0.0, -2.5], 4.3065],
        [[50.0, 2.5, 0.0], [73.0, 25.0, -18.0], 27.1492],
        [[50.0, 2.5, 0.0], [61.0, -5.0, 29.0], 22.8977],
        [[50.0, 2.5, 0.0], [56.0, -27.0, -3.0], 31.903],
        [[50.0, 2.5, 0.0], [58.0, 24.0, 15.0], 19.4535],
        [[50.0, 2.5, 0.0], [50.0, 3.1736, 0.5854], 1.0],
        [[50.0, 2.5, 0.0], [50.0, 3.2972, 0.0], 1.0],
        [[50.0, 2.5, 0.0], [50.0, 1.8634, 0.5757], 1.0],
        [[50.0, 2.5, 0.0], [50.0, 3.2592, 0.335], 1.0],
        [[60.2574, -34.0099, 36.2677], [60.4626, -34.1751, 39.4387], 1.2644],
        [[63.0109, -31.0961, -5.8663], [62.8187, -29.7946, -4.0864], 1.263],
        [[61.2901, 3.7196, -5.3901], [61.4292, 2.248, -4.962], 1.8731],
        [[35.0831, -44.1164, 3.7933], [35.0232, -40.0716, 1.5901], 1.8645],
        [[22.7233, 20.0904, -46.694], [23.0331, 14.973, -42.5619], 2.0373],
        [[36.4612, 47.858, 18.3852], [36.2715, 50.5065, 21.2231], 1.4146],
        [[90.8027, -2.0831, 1.441], [91.1528, -1.6435, 0.0447], 1.4441],
        [[90.9257, -0.5406, -0.9208], [88.6381, -0.8985, -0.7239], 1.5381],
        [[6.7747, -0.2908, -2.4247], [5.8714, -0.0985, -2.2286], 0.6377],
        [[2.0776, 0.0795, -1.135], [0.9033, -0.0636, -0.5514], 0.9082],
    ];

    public function test_differences_are_those_of_sharma_and_of_littlecms(): void
    {
        foreach (self::PAIRS as [$one, $other, $expected]) {
            self::assertEqualsWithDelta($expected, ColourDifference::of($one, $other), 5e-5);
            self::assertEqualsWithDelta($expected, ColourDifference::of($other, $one), 5e-5);
        }
        $library = FFI::cdef(
            'typedef struct { double L; double a; double b; } cmsCIELab;
            double cmsCIE2000DeltaE(const cmsCIELab *one, const cmsCIELab *other, double l, double c, double h);',
            'liblcms2.so.2',
        );
        mt_srand(3);
        $lab = fn (): array => [mt_rand(0, 1000) / 10, mt_rand(-1000, 1000) / 10, mt_rand(-1000, 1000) / 10];
        for ($i = 0; $i < 400; $i++) {
            [$one, $other] = [$lab(), $lab()];
            $a = $library->new('cmsCIELab');
            $b = $library->new('cmsCIELab');
            [[$a->L, $a->a, $a->b], [$b->L, $b->a, $b->b]] = [$one, $other];
            self::assertEqualsWithDelta(
                $library->cmsCIE2000DeltaE(FFI::addr($a), FFI::addr($b), 1.0, 1.0, 1.0),
                ColourDifference::of($one, $other),
                1e-3,
                json_encode([$one, $other], JSON_THROW_ON_ERROR),
            );
        }
    }

    /** Nobody sees the difference between a look and its table: below one is not seen (common practice, no source). */
    public function test_a_table_is_nowhere_seen_to_differ_from_its_look(): void
    {
        mt_srand(9);
        $colours = array_map(fn (): array => [mt_rand(0, 255) / 255, mt_rand(0, 255) / 255, mt_rand(0, 255) / 255], range(1, 700));
        foreach (array_diff_key(Looks::twenty(), ['too much of all' => 1, 'all hues' => 1]) as $name => $values) {
            $look = Look::of($values);
            $table = ColourTable::of($look, 33);
            $chain = new ColourChain($look);
            $apart = [];
            foreach ($colours as $colour) {
                $exact = $chain->at([Srgb::light($colour[0]), Srgb::light($colour[1]), Srgb::light($colour[2])]);
                $apart[] = ColourDifference::of(self::lab($exact), self::lab(self::between($table, $colour)));
            }
            sort($apart);
            self::assertLessThan(0.5, array_sum($apart) / count($apart), $name);
            self::assertLessThan(2.0, $apart[(int) (0.95 * count($apart))], $name);
        }
    }

    /**
     * Trilinear, which is not what is done to files, but as far from the nodes.
     *
     * @param  array{float, float, float}  $colour
     * @return array{float, float, float} encoded
     */
    private static function between(ColourTable $table, array $colour): array
    {
        $at = array_map(fn (float $value): float => $value * ($table->grid - 1), $colour);
        $low = array_map(fn (float $value): int => min($table->grid - 2, (int) $value), $at);
        $sum = [0.0, 0.0, 0.0];
        for ($corner = 0; $corner < 8; $corner++) {
            $weight = 1.0;
            $node = [];
            foreach ([0, 1, 2] as $axis) {
                $isHigh = ($corner >> $axis) & 1;
                $share = $at[$axis] - $low[$axis];
                $weight *= $isHigh === 1 ? $share : 1 - $share;
                $node[] = $low[$axis] + $isHigh;
            }
            foreach ($table->node(...$node) as $channel => $value) {
                $sum[$channel] += $weight * $value / 65_535;
            }
        }

        return $sum;
    }

    /**
     * @param  array<int, float>  $encoded  sRGB
     * @return array{float, float, float} of a white of 6,504 K
     */
    private static function lab(array $encoded): array
    {
        $light = array_map(Srgb::light(...), $encoded);
        $xyz = Srgb::toXyz()->applied([$light[0], $light[1], $light[2]]);
        $white = Srgb::toXyz()->applied([1.0, 1.0, 1.0]);
        $root = fn (float $t): float => $t > 216 / 24_389 ? $t ** (1 / 3) : (24_389 / 27 * $t + 16) / 116;
        [$x, $y, $z] = array_map(fn (float $value, float $own): float => $root($value / $own), $xyz, $white);

        return [116 * $y - 16, 500 * ($x - $y), 200 * ($y - $z)];
    }
}
