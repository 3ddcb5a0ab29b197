<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks;

use InvalidArgumentException;
use Kanpai\Core\Looks\Colour\Srgb;

/** A look as a three-dimensional table of colours, from which all others are interpolated. */
final readonly class ColourTable
{
    private const LARGEST = 65;

    private const STEPS = 65_535;

    /**
     * @param  int  $grid  nodes along each side
     * @param  string  $nodes  red, green and blue of each in 16 bits, little-endian; blue runs fastest, red slowest
     */
    private function __construct(public int $grid, public string $nodes)
    {
    }

    /**
     * @param  int  $grid  2 to 65 nodes along each side, at even steps of encoded values
     * @param  ColourSource|null  $source  of what; null for the colours of screens
     * @param  ColourCube|null  $cube  the table from elsewhere that the look names
     *
     * @throws InvalidArgumentException when it is none of these
     */
    public static function of(
        Look $look,
        int $grid,
        ?ColourSource $source = null,
        ?ColourCube $cube = null,
    ): self {
        self::check($grid);
        $chain = new ColourChain($look, $source);
        $light = array_map(fn (int $i): float => Srgb::light($i / ($grid - 1)), range(0, $grid - 1));
        $nodes = '';
        $amount = $look->cubeAmount;
        foreach ($light as $red) {
            $plane = [];
            foreach ($light as $green) {
                foreach ($light as $blue) {
                    $colour = $chain->at([$red, $green, $blue]);
                    foreach ($cube === null ? $colour : $cube->at($colour, $amount) as $value) {
                        $plane[] = (int) ($value * self::STEPS + 0.5);
                    }
                }
            }
            $nodes .= pack('v*', ...$plane);
        }

        return new self($grid, $nodes);
    }

    private static function check(int $grid): void
    {
        if ($grid < 2 || $grid > self::LARGEST) {
            throw new InvalidArgumentException("A table of {$grid} nodes a side cannot be made.");
        }
    }

    /** @return array{int, int, int} of one node, 0 to 65,535 */
    public function node(int $red, int $green, int $blue): array
    {
        $at = 6 * (($red * $this->grid + $green) * $this->grid + $blue);
        $value = fn (int $i): int => ord($this->nodes[$at + 2 * $i]) | (ord($this->nodes[$at + 2 * $i + 1]) << 8);

        return [$value(0), $value(1), $value(2)];
    }
}
