<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Lens;

/**
 * Terms between the focal lengths at which they were measured: a cubic through the two next to it, with the slopes of
 * their neighbours, as lensfun does it. Beyond the ends they are those of the end.
 */
final class FocalSpline
{
    /**
     * @param  list<float>  $focals  rising
     * @param  list<list<float>>  $terms  of each
     * @return list<float> none where there are none
     */
    public static function at(array $focals, array $terms, float $focal): array
    {
        $last = count($focals) - 1;
        if ($last < 0 || $focal <= $focals[0]) {
            return $terms[0] ?? [];
        }
        if ($focal >= $focals[$last]) {
            return $terms[$last];
        }
        $i = 0;
        while ($focals[$i + 1] < $focal) {
            $i++;
        }
        $t = ($focal - $focals[$i]) / ($focals[$i + 1] - $focals[$i]);
        $between = [];
        foreach ($terms[$i] as $n => $value) {
            $between[] = self::cubic(
                $terms[$i - 1][$n] ?? null,
                $value,
                $terms[$i + 1][$n] ?? $value,
                $terms[$i + 2][$n] ?? null,
                $t,
            );
        }

        return $between;
    }

    /**
     * The same of terms times their focal lengths, which change less from one to the next.
     *
     * @param  list<float>  $focals  rising
     * @param  list<list<float>>  $terms  of each
     * @return list<float>
     */
    public static function ofAngles(array $focals, array $terms, float $focal): array
    {
        $focal = $focals === [] ? $focal : max(min($focals), min(max($focals), $focal));

        return self::times(self::at($focals, array_map(self::times(...), $terms, $focals), $focal), 1 / $focal);
    }

    /**
     * @param  list<float>  $terms
     * @return list<float>
     */
    private static function times(array $terms, float $factor): array
    {
        return array_map(fn (float $term): float => $term * $factor, $terms);
    }

    private static function cubic(?float $before, float $one, float $other, ?float $after, float $t): float
    {
        $slope = $before === null ? $other - $one : ($other - $before) / 2;
        $next = $after === null ? $other - $one : ($after - $one) / 2;
        [$squared, $cubed] = [$t ** 2, $t ** 3];

        return (2 * $cubed - 3 * $squared + 1) * $one + ($cubed - 2 * $squared + $t) * $slope
            + (3 * $squared - 2 * $cubed) * $other + ($cubed - $squared) * $next;
    }
}
