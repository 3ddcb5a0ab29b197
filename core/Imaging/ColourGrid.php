<?php

declare(strict_types=1);

namespace Kanpai\Core\Imaging;

/**
 * The colours of a picture in twelve places, as lightness and two opponents (CIE 1976 L*a*b*, D65, from sRGB of IEC
 * 61966-2-1).
 */
final readonly class ColourGrid
{
    public const WIDTH = 4;

    public const HEIGHT = 3;

    private const CELLS = self::WIDTH * self::HEIGHT;

    /** White point D65 (ISO 11664-2). */
    private const WHITE = [0.95047, 1.0, 1.08883];

    /** @param  list<array{float, float, float}>  $cells  L* 0 to 100, a* and b* about −110 to 110 */
    private function __construct(private array $cells)
    {
    }

    /**
     * @param  list<int>  $samples  4 × 3 mean values of red, green and blue, 0 to 255, row by row
     *
     * @throws \InvalidArgumentException when there are not 36
     */
    public static function of(array $samples): self
    {
        if (count($samples) !== 3 * self::CELLS) {
            throw new \InvalidArgumentException('A grid of colours is made from 4 × 3 values of red, green and blue.');
        }

        return new self(array_map(self::lab(...), array_chunk($samples, 3)));
    }

    /**
     * As `__toString` wrote it.
     *
     * @throws \InvalidArgumentException when it is no such text
     */
    public static function parse(string $digits): self
    {
        $bytes =
            strlen($digits) === 6 * self::CELLS && ctype_xdigit($digits)
                ? (string) hex2bin($digits)
                : throw new \InvalidArgumentException('No grid of colours.');

        return new self(
            array_map(
                fn (string $cell): array => [
                    ord($cell[0]) / 2.55,
                    (float) ord($cell[1]) - 128.0,
                    (float) ord($cell[2]) - 128.0,
                ],
                str_split($bytes, 3),
            ),
        );
    }

    /** 72 hexadecimal digits. */
    public function __toString(): string
    {
        $byte = fn (float $value): string => chr((int) max(0, min(255, round($value))));

        return bin2hex(
            implode(
                '',
                array_map(
                    fn (array $cell): string => $byte($cell[0] * 2.55).$byte($cell[1] + 128).$byte($cell[2] + 128),
                    $this->cells,
                ),
            ),
        );
    }

    /** Mean distance of the places, ΔE*ab (ISO 11664-4): 2.3 is just seen, 100 is black to white. */
    public function distance(self $other): float
    {
        $sum = 0.0;
        foreach ($this->cells as $i => [$l, $a, $b]) {
            [$m, $c, $d] = $other->cells[$i];
            $sum += sqrt(($l - $m) ** 2 + ($a - $c) ** 2 + ($b - $d) ** 2);
        }

        return $sum / self::CELLS;
    }

    /** @return array{float, float, float} mean L*, a* and b* of the places */
    public function mean(): array
    {
        $mean = fn (int $i): float => array_sum(array_column($this->cells, $i)) / self::CELLS;

        return [$mean(0), $mean(1), $mean(2)];
    }

    /**
     * @param  array<int, int>  $rgb
     * @return array{float, float, float}
     */
    private static function lab(array $rgb): array
    {
        [$r, $g, $b] = array_map(function (int $value): float {
            $share = $value / 255;

            return $share <= 0.04045 ? $share / 12.92 : (($share + 0.055) / 1.055) ** 2.4;
        }, array_values($rgb));
        [$x, $y, $z] = [
            self::root((0.4124 * $r + 0.3576 * $g + 0.1805 * $b) / self::WHITE[0]),
            self::root((0.2126 * $r + 0.7152 * $g + 0.0722 * $b) / self::WHITE[1]),
            self::root((0.0193 * $r + 0.1192 * $g + 0.9505 * $b) / self::WHITE[2]),
        ];

        return [116 * $y - 16, 500 * ($x - $y), 200 * ($y - $z)];
    }

    private static function root(float $t): float
    {
        return $t > (6 / 29) ** 3 ? $t ** (1 / 3) : $t / (3 * (6 / 29) ** 2) + 4 / 29;
    }
}
