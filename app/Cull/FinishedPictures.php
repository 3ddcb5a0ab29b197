<?php

declare(strict_types=1);

namespace App\Cull;

use App\Studio\Shoot;

/**
 * Pictures of frames as they were finished, for whoever wants to cull by them. Culling does not know what finishing
 * is; the room below answers.
 */
interface FinishedPictures
{
    /**
     * @return array<int, array{small: string, large: string, width: int, height: int,
     *     rows: array{array{float, float, float}, array{float, float, float}}}> frame => paths of its previews, sides
     *     in full size, and where in the frame as it was shot its places lie, in shares: x = a·u + b·v + c, and y so
     */
    public function of(Shoot $shoot): array;

    /** How many are being made. */
    public function waiting(Shoot $shoot): int;
}
