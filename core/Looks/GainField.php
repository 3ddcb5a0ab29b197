<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks;

/**
 * By how much each place of a picture is made lighter or darker before its colours are looked up: what the lens
 * took, local contrast, and light that falls off towards the corners. It is worked out on a small grid and is smooth in
 * between, so that a preview and the whole picture get the same. `resources/js/looks/gain-field.js` is the same.
 *
 * Local contrast is what a place differs from its surroundings by, more or less of it. The surroundings are the guided
 * filter of the picture by itself (He, Sun and Tang, "Guided image filtering", 2013), which stops at edges, so that no
 * edge gets a halo.
 */
final class GainField
{
    /** Cells along the long side at most. */
    public const SIDE = 192;

    /** Cells on each side that count as surroundings. */
    private const RADIUS = 12;

    /** Variance of encoded values from which something is an edge. */
    private const EDGE = 0.01;

    /** How much of a difference full local contrast adds. */
    private const LOCAL = 1.2;

    /** Below it a cell is as good as black, and nothing is divided by it. */
    private const DARK = 0.02;

    private const LEAST = 0.4;

    private const MOST = 2.5;

    /** Stops by which the corners become lighter or darker at full vignette, and how much that is when encoded. */
    private const CORNER = 2.0 / 2.4;

    /** Of the way to a corner, how far out the vignette begins. */
    private const INNER = 0.3;

    /**
     * @param  non-empty-list<float>  $green  encoded values of cells, 0 to 1, row by row
     * @param  int<1, max>  $width  cells of a row
     * @param  float  $local  −1 to 1
     * @param  float  $vignette  −1 (dark corners) to 1
     * @param  list<float>  $lens  by what each cell is multiplied for what its lens took; none for nothing
     * @return list<float> factors of encoded values
     */
    public static function of(array $green, int $width, float $local, float $vignette, array $lens = []): array
    {
        $gains = self::ownGains($green, $width, $local, $vignette);

        return $lens === []
            ? $gains
            : array_map(fn (float $gain, float $own): float => $gain * $own, $gains, $lens);
    }

    /**
     * @param  non-empty-list<float>  $green
     * @param  int<1, max>  $width
     * @return list<float>
     */
    private static function ownGains(array $green, int $width, float $local, float $vignette): array
    {
        $height = intdiv(count($green), $width);
        $gains = $local === 0.0 ? array_fill(0, count($green), 1.0) : self::local($green, $width, $height, $local);
        if ($vignette === 0.0) {
            return $gains;
        }
        foreach ($gains as $i => $gain) {
            $x = (($i % $width) + 0.5) / $width * 2 - 1;
            $y = (intdiv($i, $width) + 0.5) / $height * 2 - 1;
            $out = max(0.0, min(1.0, (sqrt(($x * $x + $y * $y) / 2) - self::INNER) / (1 - self::INNER)));
            $gains[$i] = $gain * 2 ** ($vignette * self::CORNER * $out * $out * (3 - 2 * $out));
        }

        return $gains;
    }

    /**
     * @param  non-empty-list<float>  $green
     * @return list<float>
     */
    private static function local(array $green, int $width, int $height, float $local): array
    {
        $mean = self::boxed($green, $width, $height);
        $squares = self::boxed(array_map(fn (float $value): float => $value * $value, $green), $width, $height);
        $a = $b = [];
        foreach ($mean as $i => $value) {
            $variance = max(0.0, $squares[$i] - $value * $value);
            $a[$i] = $variance / ($variance + self::EDGE);
            $b[$i] = $value * (1 - $a[$i]);
        }
        $a = self::boxed($a, $width, $height);
        $b = self::boxed($b, $width, $height);

        return array_map(
            fn (float $value, float $slope, float $base): float => self::gain($value, $slope * $value + $base, $local),
            $green,
            $a,
            $b,
        );
    }

    private static function gain(float $value, float $surroundings, float $local): float
    {
        $dark = max(self::DARK, $value);
        $gain = ($dark + $local * self::LOCAL * ($value - $surroundings)) / $dark;

        return max(self::LEAST, min(self::MOST, $gain));
    }

    /**
     * The mean of all cells around each, as many as there are.
     *
     * @param  array<int, float>  $values
     * @return list<float>
     */
    private static function boxed(array $values, int $width, int $height): array
    {
        $rows = [];
        for ($y = 0; $y < $height; $y++) {
            $rows[] = self::averaged(array_slice($values, $y * $width, $width));
        }
        $columns = [];
        for ($x = 0; $x < $width; $x++) {
            $columns[] = self::averaged(array_column($rows, $x));
        }
        $boxed = [];
        for ($y = 0; $y < $height; $y++) {
            foreach ($columns as $column) {
                $boxed[] = $column[$y];
            }
        }

        return $boxed;
    }

    /**
     * @param  list<float>  $line
     * @return list<float>
     */
    private static function averaged(array $line): array
    {
        $sums = [0.0];
        $sum = 0.0;
        foreach ($line as $value) {
            $sums[] = $sum += $value;
        }
        $last = count($line);
        $averaged = [];
        for ($i = 0; $i < $last; $i++) {
            $from = max(0, $i - self::RADIUS);
            $to = min($last, $i + self::RADIUS + 1);
            $averaged[] = ($sums[$to] - $sums[$from]) / ($to - $from);
        }

        return $averaged;
    }
}
