<?php

declare(strict_types=1);

namespace Tests\Core\Looks;

use InvalidArgumentException;
use Kanpai\Core\Looks\Colour\Adaptation;
use Kanpai\Core\Looks\Colour\Chromaticity;
use Kanpai\Core\Looks\Colour\Matrix;
use Kanpai\Core\Looks\Colour\Oklab;
use Kanpai\Core\Looks\Colour\Srgb;
use Kanpai\Core\Looks\Colour\WhitePoint;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** The colours that looks are worked out in, against what standards and papers say. */
final class ColourTest extends TestCase
{
    /** @return iterable<string, array{float, float, float}> kelvin, x, y */
    public static function daylights(): iterable
    {
        // CIE 15, table of the D illuminants at their true temperatures (from memory).
        yield 'D50' => [5003.0, 0.3457, 0.3586];
        yield 'D55' => [5503.0, 0.3324, 0.3474];
        yield 'D65' => [6504.0, 0.3127, 0.3291];
        yield 'D75' => [7504.0, 0.2990, 0.3149];
        // A lamp of 2,856 K is a black body: CIE illuminant A.
        yield 'A' => [2856.0, 0.4476, 0.4074];
    }

    #[DataProvider('daylights')]
    public function test_the_line_of_daylight_and_lamps(float $kelvin, float $x, float $y): void
    {
        $white = WhitePoint::of($kelvin);
        self::assertEqualsWithDelta($x, $white->x, 6e-4);
        self::assertEqualsWithDelta($y, $white->y, 6e-4);
    }

    /** McCamy, "Correlated color temperature as an explicit function of chromaticity coordinates", 1992. */
    public function test_temperatures_come_back_by_another_way(): void
    {
        foreach ([2500, 3200, 5200, 5600, 6504, 7500, 10_000] as $kelvin) {
            $white = WhitePoint::of($kelvin);
            $n = ($white->x - 0.3320) / (0.1858 - $white->y);
            $back = 449 * $n ** 3 + 3525 * $n ** 2 + 6823.3 * $n + 5520.33;
            self::assertEqualsWithDelta($kelvin, $back, 0.02 * $kelvin);
        }
    }

    public function test_the_line_has_no_jump_and_ends_are_kept(): void
    {
        $before = WhitePoint::of(WhitePoint::LEAST);
        for ($mired = 499; $mired >= 40; $mired--) {
            $white = WhitePoint::of(1e6 / $mired);
            [$u, $v] = $white->uv();
            [$oldU, $oldV] = $before->uv();
            self::assertLessThan(0.0012, hypot($u - $oldU, $v - $oldV), (string) (1e6 / $mired));
            $before = $white;
        }
        self::assertEquals(WhitePoint::of(WhitePoint::MOST), WhitePoint::of(1e9));
        self::assertEquals(WhitePoint::of(WhitePoint::LEAST), WhitePoint::of(1.0));
        // Beside the line by so much, and towards green.
        [$u, $v] = WhitePoint::of(5600.0, 40.0)->uv();
        [$onU, $onV] = WhitePoint::of(5600.0)->uv();
        self::assertEqualsWithDelta(40e-4, hypot($u - $onU, $v - $onV), 1e-9);
        self::assertGreaterThan($onV, $v);
    }

    /** D65 to D50 by Bradford, as profiles of the International Color Consortium hold it (from memory). */
    public function test_a_light_becomes_another(): void
    {
        $rows = Adaptation::between(Chromaticity::of(0.31271, 0.32902), Chromaticity::of(0.34567, 0.35850))->rows;
        $known = [
            [1.0478112, 0.0228866, -0.0501270],
            [0.0295424, 0.9904844, -0.0170491],
            [-0.0092345, 0.0150436, 0.7521316],
        ];
        foreach ($known as $i => $row) {
            foreach ($row as $j => $value) {
                self::assertEqualsWithDelta($value, $rows[$i][$j], 5e-4);
            }
        }
    }

    public function test_light_and_encoded_values_are_those_of_the_standard(): void
    {
        // IEC 61966-2-1: the middle of the encoded range is 21.4 % of the light, and both pieces meet.
        self::assertEqualsWithDelta(0.21404114, Srgb::light(0.5), 1e-8);
        self::assertEqualsWithDelta(Srgb::light(0.04045), 0.0031308, 1e-6);
        for ($value = 0.0; $value <= 1.0; $value += 1 / 255) {
            self::assertEqualsWithDelta($value, Srgb::encoded(Srgb::light($value)), 1e-6);
        }
        [$x, $y, $z] = Srgb::toXyz()->applied([1.0, 1.0, 1.0]);
        self::assertEqualsWithDelta([0.9505, 1.0, 1.0891], [$x, $y, $z], 5e-4);
    }

    public function test_what_was_neutral_in_a_light_is_grey_afterwards(): void
    {
        foreach ([[2900.0, 0.0], [5200.0, 12.0], [9000.0, -20.0]] as [$kelvin, $beside]) {
            $white = WhitePoint::of($kelvin, $beside);
            // A grey card in that light, as a screen of D65 shows it.
            $seen = Srgb::toXyz()->inverse()->applied($white->xyz());
            $balanced = Srgb::balance($white)->applied($seen);
            // The white of the standard is 0.0001 beside daylight of 6,504 K.
            self::assertEqualsWithDelta($balanced[0], $balanced[1], 2e-3);
            self::assertEqualsWithDelta($balanced[1], $balanced[2], 2e-3);
        }
        $nothing = Srgb::balance(WhitePoint::of(WhitePoint::D65))->applied([0.2, 0.5, 0.7]);
        self::assertEqualsWithDelta([0.2, 0.5, 0.7], $nothing, 1e-12);
    }

    /** @return iterable<string, array{array{float, float, float}, array{float, float, float}}> X, Y, Z; lightness, a, b */
    public static function oklabs(): iterable
    {
        // The table of pairs in Ottosson's paper.
        yield 'white' => [[0.950, 1.000, 1.089], [1.000, 0.000, 0.000]];
        yield 'X' => [[1.000, 0.000, 0.000], [0.450, 1.236, -0.019]];
        yield 'Y' => [[0.000, 1.000, 0.000], [0.922, -0.671, 0.263]];
        yield 'Z' => [[0.000, 0.000, 1.000], [0.153, -1.415, -0.449]];
    }

    /**
     * Ours takes linear sRGB, of which X, Y and Z alone are no colours: they are reached the other way round.
     *
     * @param  array{float, float, float}  $xyz
     * @param  array{float, float, float}  $lab
     */
    #[DataProvider('oklabs')]
    public function test_oklab(array $xyz, array $lab): void
    {
        $back = Srgb::toXyz()->applied(Oklab::light(...$lab));
        self::assertEqualsWithDelta($xyz, $back, 3e-3);
        foreach ([[0.2, 0.4, 0.6], [0.9, 0.1, 0.05], [0.5, 0.5, 0.5]] as $light) {
            self::assertEqualsWithDelta($light, Oklab::light(...Oklab::of(...$light)), 1e-6);
        }
    }

    public function test_a_matrix_and_its_inverse_undo_each_other_and_one_of_nothing_is_refused(): void
    {
        $matrix = Matrix::of([[0.7, 0.2, 0.1], [0.1, 0.8, 0.1], [0.0, 0.3, 0.9]]);
        self::assertEqualsWithDelta(
            [0.3, 0.5, 0.9],
            $matrix->inverse()->after($matrix)->applied([0.3, 0.5, 0.9]),
            1e-12,
        );
        foreach ([[[0.0, 0.0, 0.0], [0.0, 0.0, 0.0], [0.0, 0.0, 0.0]], [[NAN, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]]] as $bad) {
            try {
                Matrix::of($bad)->inverse();
                self::fail('An inverse was given.');
            } catch (InvalidArgumentException $reason) {
                self::assertStringContainsString('no inverse', $reason->getMessage());
            }
        }
    }
}
