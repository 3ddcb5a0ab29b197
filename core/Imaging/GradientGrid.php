<?php

declare(strict_types=1);

namespace Kanpai\Core\Imaging;

use InvalidArgumentException;

/** The gradients of a picture, tile by tile. */
final readonly class GradientGrid
{
    /**
     * @param  positive-int  $columns
     * @param  non-empty-list<Tensor>  $tiles  row by row
     *
     * @throws InvalidArgumentException when the tiles do not fill their rows
     */
    public function __construct(public int $columns, public array $tiles)
    {
        if (count($tiles) % $columns !== 0) {
            throw new InvalidArgumentException('A grid has whole rows of tiles.');
        }
    }

    public function rows(): int
    {
        return intdiv(count($this->tiles), $this->columns);
    }

    /**
     * What noise alone gives in all directions: the energy of the quietest tenth of the tiles (noise by its flattest
     * blocks: Olsen 1993, from memory).
     */
    public function floor(): float
    {
        $energies = array_map(fn (Tensor $tile): float => $tile->energy(), $this->tiles);
        sort($energies);

        return $energies[intdiv(count($energies), 10)];
    }
}
