<?php

declare(strict_types=1);

namespace Tests\Core\Imaging;

use Kanpai\Core\Imaging\Patch;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Patches of leaning squares whose blur is known, as a lens, a movement and a sensor would leave them. */
final class Blurred
{
    private const SIDE = 40;

    /** Pixels around a patch that blur may bring into it. */
    private const AROUND = 16;

    /** Points in a pixel, so that edges of any direction are smooth before they are blurred. */
    private const POINTS = 3;

    /**
     * @param  float  $sigma  of a Gaussian, in pixels
     * @param  int  $length  pixels of a movement from left to right
     * @param  float  $noise  standard deviation in levels
     * @param  float  $contrast  levels between the squares and what is around them
     */
    public static function patch(
        float $sigma,
        int $length = 1,
        float $noise = 0.0,
        int $seed = 1,
        float $contrast = 150.0,
    ): Patch {
        $side = self::SIDE + 2 * self::AROUND;
        $random = new Randomizer(new Mt19937($seed));
        $picture = self::squares($side, $contrast, $random->getInt(0, 40));
        $gauss = self::gauss($sigma);
        $across = $length > 1 ? self::convolved($picture, array_fill(0, $length, 1 / $length), true) : $picture;
        $blurred = self::convolved(self::convolved($across, $gauss, true), $gauss, false);
        $bytes = '';
        for ($row = self::AROUND; $row < self::AROUND + self::SIDE; $row++) {
            for ($column = self::AROUND; $column < self::AROUND + self::SIDE; $column++) {
                $level = $blurred[$row][$column] + $noise * self::normal($random);
                $bytes .= chr((int) max(0, min(255, round($level))));
            }
        }

        return Patch::of($bytes, self::SIDE);
    }

    /** @return list<Patch> nothing but noise */
    public static function quiet(float $noise): array
    {
        return array_map(fn (int $seed): Patch => self::patch(0.0, 1, $noise, $seed, 0.0), [11, 12, 13]);
    }

    /** @return list<list<float>> squares of 26 pixels, turned by 10 degrees, so that edges go four ways */
    private static function squares(int $side, float $contrast, int $shift): array
    {
        [$cos, $sin] = [cos(deg2rad(10)), sin(deg2rad(10))];
        $rows = [];
        for ($row = 0; $row < $side; $row++) {
            for ($column = 0; $column < $side; $column++) {
                $inside = 0;
                for ($i = 0; $i < self::POINTS ** 2; $i++) {
                    $x = $column + ($i % self::POINTS + 0.5) / self::POINTS + $shift;
                    $y = $row + (intdiv($i, self::POINTS) + 0.5) / self::POINTS;
                    $inside +=
                        (floor(($x * $cos - $y * $sin) / 26) + floor(($x * $sin + $y * $cos) / 26)) % 2 === 0 ? 1 : 0;
                }
                $rows[$row][$column] = 50 + ($contrast * $inside) / self::POINTS ** 2;
            }
        }

        return array_map(array_values(...), array_values($rows));
    }

    /** @return list<float> */
    private static function gauss(float $sigma): array
    {
        if ($sigma <= 0.0) {
            return [1.0];
        }
        $reach = (int) ceil(3 * $sigma);
        $weights = array_map(fn (int $x): float => exp(-($x ** 2) / (2 * $sigma ** 2)), range(-$reach, $reach));

        return array_map(fn (float $weight): float => $weight / array_sum($weights), $weights);
    }

    /**
     * @param  list<list<float>>  $picture
     * @param  list<float>  $weights
     * @return list<list<float>>
     */
    private static function convolved(array $picture, array $weights, bool $isAcross): array
    {
        $last = count($picture) - 1;
        $middle = intdiv(count($weights), 2);
        $out = [];
        foreach ($picture as $row => $values) {
            foreach (array_keys($values) as $column) {
                $sum = 0.0;
                foreach ($weights as $i => $weight) {
                    $at = max(0, min($last, ($isAcross ? $column : $row) + $i - $middle));
                    $sum += $weight * ($isAcross ? $values[$at] : $picture[$at][$column]);
                }
                $out[$row][$column] = $sum;
            }
        }

        return array_map(array_values(...), array_values($out));
    }

    private static function normal(Randomizer $random): float
    {
        $uniform = fn (): float => ($random->getInt(0, 1 << 30) + 1) / ((1 << 30) + 2);

        return sqrt(-2 * log($uniform())) * cos(2 * M_PI * $uniform());
    }
}
