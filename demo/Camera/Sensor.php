<?php

declare(strict_types=1);

namespace Kanpai\Demo\Camera;

use App\Imaging\Picture;
use Kanpai\Core\Looks\Colour\Adaptation;
use Kanpai\Core\Looks\Colour\Matrix;
use Kanpai\Core\Looks\Colour\Srgb;
use Kanpai\Core\Looks\Colour\WhitePoint;

/**
 * A made-up sensor of the usual shape: colours of its own, black and white levels, and two stops beyond white.
 */
final class Sensor
{
    public const BLACK = 512;

    public const WHITE = 15_871;

    /** Stops that it holds beyond white. */
    public const HEADROOM = 2;

    /** X, Y and Z in daylight of 6,504 K to red, green and blue of the sensor. */
    public const COLOURS = [[0.80, -0.28, -0.07], [-0.45, 1.25, 0.22], [-0.07, 0.18, 0.62]];

    /** @return array{float, float, float} what is white in a light, the largest being 1 */
    public static function neutral(float $kelvin): array
    {
        $white = Matrix::of(self::COLOURS)->applied(WhitePoint::of($kelvin)->xyz());
        $most = max($white);

        return [$white[0] / $most, $white[1] / $most, $white[2] / $most];
    }

    /**
     * Sixteen-bit values behind a red-green/green-blue filter.
     *
     * @param  Picture  $seen  as an eye that is used to the light sees the scene, in sRGB
     * @param  float  $stops  by which it is exposed
     */
    public static function mosaic(Picture $seen, int $w, int $h, float $kelvin, float $stops): string
    {
        $tables = self::tables($kelvin, $stops);
        $samples = $seen->samples();
        $stride = $seen->width() * 3;
        $out = '';
        for ($y = 0; $y < $h; $y++) {
            $values = [];
            // Even rows: red, green. Odd rows: green, blue.
            foreach ([$y % 2, 1 + $y % 2] as $x => $channel) {
                [$reds, $greens, $blues] = $tables[$channel];
                $n = $x;
                for ($at = $y * $stride + 3 * $x; $n < $w; $at += 6, $n += 2) {
                    $sum = $reds[$samples[$at]] + $greens[$samples[$at + 1]] + $blues[$samples[$at + 2]];
                    $values[$n] = (int) ($sum < self::BLACK ? self::BLACK : ($sum > self::WHITE ? self::WHITE : $sum + 0.5));
                }
            }
            ksort($values);
            $out .= pack('v*', ...$values);
        }

        return $out;
    }

    /** @return list<list<array<string, float>>> channel of the sensor => channel of the picture => byte => its share */
    private static function tables(float $kelvin, float $stops): array
    {
        $lit = Adaptation::between(WhitePoint::of(WhitePoint::D65), WhitePoint::of($kelvin));
        $colours = Matrix::of(self::COLOURS)->after($lit)->after(Srgb::toXyz());
        $white = max($colours->applied([1.0, 1.0, 1.0]));
        $scale = (self::WHITE - self::BLACK) * 2 ** ($stops - self::HEADROOM) / $white;
        $share = function (float $factor, bool $isFirst) use ($scale): array {
            $table = [];
            for ($v = 0; $v < 256; $v++) {
                $table[chr($v)] = $factor * $scale * Srgb::light($v / 255) + ($isFirst ? self::BLACK : 0.0);
            }

            return $table;
        };

        return array_map(
            fn (array $row): array => [$share($row[0], true), $share($row[1], false), $share($row[2], false)],
            $colours->rows,
        );
    }
}
