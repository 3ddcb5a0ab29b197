<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Place;

/**
 * Where in a picture a place lies, and how far it reaches. Coordinates are shares of the sides of the picture as the
 * camera took it, so that turning and cropping move nothing; distances are shares of its long side.
 */
interface Shape
{
    /**
     * How much of a place there is in each cell, 0 to 1.
     *
     * @param  Cells  $cells  where they lie
     * @return list<float> row by row
     */
    public function over(Cells $cells): array;
}
