<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks;

/** A table of colours that came from elsewhere, applied after all that a look does to colours by itself. */
final readonly class ColourCube
{
    private const MOST = 65_535;

    /** @var list<int> 16 bits each */
    private array $values;

    /**
     * @param  int  $grid  nodes along each side
     * @param  string  $nodes  as ColourTable has them
     */
    private function __construct(public int $grid, public string $nodes)
    {
        $this->values = array_map(
            fn (mixed $value): int => is_int($value) ? $value : 0,
            array_values(unpack('v*', $nodes) ?: []),
        );
    }

    public static function of(int $grid, string $nodes): self
    {
        return new self($grid, $nodes);
    }

    /** What it is known by. */
    public function hash(): string
    {
        return hash('xxh128', "{$this->grid} {$this->nodes}");
    }

    /**
     * By tetrahedral interpolation (Kasson, Plouffe and Nin, "A tetrahedral interpolation technique for color space
     * conversion", 1993), as littlecms2 and the page do it.
     *
     * @param  array{float, float, float}  $colour  encoded, 0 to 1
     * @param  float  $amount  how much of it: 0 nothing, 1 all, more is beyond it
     * @return array{float, float, float}
     */
    public function at(array $colour, float $amount): array
    {
        $out = [];
        foreach ($this->there($colour) as $c => $there) {
            $out[] = max(0.0, min(1.0, $colour[$c] + ($there - $colour[$c]) * $amount));
        }

        return [$out[0], $out[1], $out[2]];
    }

    /**
     * @param  array{float, float, float}  $colour
     * @return array{float, float, float} what the table has for it
     */
    private function there(array $colour): array
    {
        $most = $this->grid - 1;
        [$red, $green, $blue] = $colour;
        [$i, $j, $k] = [min((int) ($red * $most), $most - 1), min((int) ($green * $most), $most - 1),
            min((int) ($blue * $most), $most - 1)];
        $steps = [3 * $this->grid * $this->grid, 3 * $this->grid, 3];
        $first = $i * $steps[0] + $j * $steps[1] + $k * $steps[2];
        [$one, $two, $high, $middle, $low] = self::tetrahedron(
            $red * $most - $i,
            $green * $most - $j,
            $blue * $most - $k,
            $steps,
        );
        $corners = [$first, $first + $one, $first + $two, $first + $steps[0] + $steps[1] + $steps[2]];
        $shares = [1 - $high, $high - $middle, $middle - $low, $low];

        $of = fn (int $channel): float => $this->mixed($corners, $shares, $channel);

        return [$of(0), $of(1), $of(2)];
    }

    /**
     * @param  array{int, int, int, int}  $corners
     * @param  array{float, float, float, float}  $shares
     */
    private function mixed(array $corners, array $shares, int $channel): float
    {
        $values = $this->values;

        return ($values[$corners[0] + $channel] * $shares[0] + $values[$corners[1] + $channel] * $shares[1] +
            $values[$corners[2] + $channel] * $shares[2] + $values[$corners[3] + $channel] * $shares[3]) / self::MOST;
    }

    /**
     * @param  array{int, int, int}  $steps  to the next node in red, green and blue
     * @return array{int, int, float, float, float} to the second and third corner, and shares from large to small
     */
    private static function tetrahedron(float $u, float $v, float $w, array $steps): array
    {
        [$red, $green, $blue] = $steps;

        return match (true) {
            $u >= $v && $v >= $w => [$red, $red + $green, $u, $v, $w],
            $u >= $v && $u >= $w => [$red, $red + $blue, $u, $w, $v],
            $u >= $v => [$blue, $red + $blue, $w, $u, $v],
            $w >= $v => [$blue, $green + $blue, $w, $v, $u],
            $w >= $u => [$green, $green + $blue, $v, $w, $u],
            default => [$green, $red + $green, $v, $u, $w],
        };
    }
}
