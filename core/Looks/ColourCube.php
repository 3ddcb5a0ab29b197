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
        $this->values = array_values(unpack('v*', $nodes) ?: []);
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
        $most = $this->grid - 1;
        $place = $share = [];
        foreach ($colour as $i => $value) {
            $place[$i] = min((int) ($value * $most), $most - 1);
            $share[$i] = $value * $most - $place[$i];
        }
        $steps = [3 * $this->grid * $this->grid, 3 * $this->grid, 3];
        $first = 3 * (($place[0] * $this->grid + $place[1]) * $this->grid + $place[2]);
        [$one, $two, $high, $middle, $low] = self::tetrahedron($share[0], $share[1], $share[2], $steps);
        $last = $first + $steps[0] + $steps[1] + $steps[2];
        $out = [];
        foreach ($colour as $c => $value) {
            $there = ($this->values[$first + $c] * (1 - $high) + $this->values[$first + $one + $c] * ($high - $middle) +
                $this->values[$first + $two + $c] * ($middle - $low) + $this->values[$last + $c] * $low) / self::MOST;
            $out[] = max(0.0, min(1.0, $value + ($there - $value) * $amount));
        }

        return [$out[0], $out[1], $out[2]];
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
