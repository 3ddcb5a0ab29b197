<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Colour;

/**
 * The white of a light: its temperature on the line of daylight, and how far it is beside that line.
 *
 * Daylight from 5,000 K up is CIE 15 (D series). Up to 4,000 K it is a black body, as lamps are, by the cubic fit of
 * Kim et al. (US patent 7,024,034, from memory; within 0.0006 of illuminant A). Between the two the line goes smoothly
 * from one to the other (ours): they are 0.007 apart in y at 4,000 K, which would be seen as a jump.
 */
final readonly class WhitePoint
{
    public const LEAST = 2_000.0;

    public const MOST = 25_000.0;

    /** The white of sRGB, nearly. */
    public const D65 = 6_504.0;

    /** Where black bodies end and daylight begins. */
    private const BODIES = 4_000.0;

    private const DAYLIGHT = 5_000.0;

    /** A step along the line by which its direction is told. */
    private const STEP = 1.01;

    /** Places on the line that are tried, and how often the span around the nearest is made a third smaller. */
    private const PLACES = 120;

    private const THIRDS = 60;

    /**
     * @param  float  $kelvin  2,000 to 25,000; beyond them the nearest
     * @param  float  $beside  ten-thousandths of u and v of CIE 1960, positive towards green
     */
    public static function of(float $kelvin, float $beside = 0.0): Chromaticity
    {
        $kelvin = max(self::LEAST, min(self::MOST, $kelvin));
        [$u, $v] = self::onLine($kelvin)->uv();
        [$nextU, $nextV] = self::onLine($kelvin * self::STEP)->uv();
        $length = hypot($nextU - $u, $nextV - $v);
        $across = ($beside * 1e-4) / $length;

        // Hotter is towards less u; green is on the left of that way.
        return Chromaticity::ofUv($u + ($nextV - $v) * $across, $v - ($nextU - $u) * $across);
    }

    /**
     * The light of a chromaticity: the nearest place on the line, and how far it is beside it; `of` the other way
     * round.
     *
     * @return array{kelvin: float, beside: float}
     */
    public static function nearest(Chromaticity $white): array
    {
        $kelvin = self::nearestOnLine($white);
        [$u, $v] = $white->uv();
        [$ownU, $ownV] = self::onLine($kelvin)->uv();
        [$nextU, $nextV] = self::onLine($kelvin * self::STEP)->uv();
        $length = hypot($nextU - $ownU, $nextV - $ownV);
        $across = (($u - $ownU) * ($nextV - $ownV) - ($v - $ownV) * ($nextU - $ownU)) / $length;

        return ['kelvin' => $kelvin, 'beside' => $across * 1e4];
    }

    private static function nearestOnLine(Chromaticity $white): float
    {
        [$least, $most] = [1e6 / self::MOST, 1e6 / self::LEAST];
        $step = ($most - $least) / self::PLACES;
        $places = range($least, $most, $step);
        $distances = array_map(fn (float $mired): float => self::distance($white, $mired), $places);
        $place = $places[array_search(min($distances), $distances, true) ?: 0];

        return self::between($white, max($least, $place - $step), min($most, $place + $step));
    }

    private static function between(Chromaticity $white, float $from, float $to): float
    {
        for ($i = 0; $i < self::THIRDS; $i++) {
            [$one, $two] = [$from + ($to - $from) / 3, $to - ($to - $from) / 3];
            $isFirst = self::distance($white, $one) < self::distance($white, $two);
            [$from, $to] = $isFirst ? [$from, $two] : [$one, $to];
        }

        return 2e6 / ($from + $to);
    }

    private static function distance(Chromaticity $white, float $mired): float
    {
        [$u, $v] = $white->uv();
        [$ownU, $ownV] = self::onLine(1e6 / $mired)->uv();

        return hypot($u - $ownU, $v - $ownV);
    }

    private static function onLine(float $kelvin): Chromaticity
    {
        $share = max(0.0, min(1.0, ($kelvin - self::BODIES) / (self::DAYLIGHT - self::BODIES)));
        $share = $share * $share * (3 - 2 * $share);
        if ($share === 0.0) {
            return self::blackBody($kelvin);
        }
        [$x, $y] = self::daylight($kelvin);
        $body = $share < 1.0 ? self::blackBody($kelvin) : Chromaticity::of($x, $y);

        return Chromaticity::of($body->x + ($x - $body->x) * $share, $body->y + ($y - $body->y) * $share);
    }

    /** @return array{float, float} x and y of CIE 15 */
    private static function daylight(float $kelvin): array
    {
        $t = 1000 / $kelvin;
        $x = $kelvin <= 7000.0
            ? 0.244063 + 0.09911 * $t + 2.9678 * $t ** 2 - 4.6070 * $t ** 3
            : 0.237040 + 0.24748 * $t + 1.9018 * $t ** 2 - 2.0064 * $t ** 3;

        return [$x, -3.000 * $x ** 2 + 2.870 * $x - 0.275];
    }

    private static function blackBody(float $kelvin): Chromaticity
    {
        $t = 1000 / $kelvin;
        $x = $kelvin <= 4000.0
            ? 0.179910 + 0.8776956 * $t - 0.2343589 * $t ** 2 - 0.2661239 * $t ** 3
            : 0.240390 + 0.2226347 * $t + 2.1070379 * $t ** 2 - 3.0258469 * $t ** 3;
        [$a, $b, $c, $d] = match (true) {
            $kelvin <= 2222.0 => [-1.1063814, -1.34811020, 2.18555832, -0.20219683],
            $kelvin <= 4000.0 => [-0.9549476, -1.37418593, 2.09137015, -0.16748867],
            default => [3.0817580, -5.87338670, 3.75112997, -0.37001483],
        };

        return Chromaticity::of($x, $a * $x ** 3 + $b * $x ** 2 + $c * $x + $d);
    }
}
