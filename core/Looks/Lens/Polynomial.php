<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Lens;

/** The models of lensfun as factors of the powers of the distance from the middle. */
final class Polynomial
{
    /**
     * By what the distance of a place in a straight picture is multiplied to find it in the one that the lens made.
     *
     * @param  list<float>  $terms  of `ptlens` (a, b, c), `poly3` (k1) or `poly5` (k1, k2)
     * @return list<float> factors of 1, r, r², r³ and r⁴; none where the model is not known
     */
    public static function distortion(string $model, array $terms): array
    {
        [$first, $second, $third] = [$terms[0] ?? 0.0, $terms[1] ?? 0.0, $terms[2] ?? 0.0];

        return match ($model) {
            'ptlens' => [1 - $first - $second - $third, $third, $second, $first, 0.0],
            'poly3' => [1 - $first, 0.0, $first, 0.0, 0.0],
            'poly5' => [1.0, 0.0, $first, 0.0, $second],
            default => [],
        };
    }

    /** @param  list<float>  $factors  of 1, r, r² … */
    public static function at(array $factors, float $r): float
    {
        $value = 0.0;
        foreach (array_reverse($factors) as $factor) {
            $value = $value * $r + $factor;
        }

        return $value;
    }
}
