<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Light;

/** What grouping by light needs to know of a frame: when, how bright its scene was, and what colours it has. */
final readonly class LightSample
{
    /**
     * @param  int  $at  corrected instant in milliseconds
     * @param  float|null  $ev  exposure value at ISO 100 that the scene was shot with
     * @param  array{float, float}|null  $colour  mean a* and b* of the picture
     */
    public function __construct(public int $at, public int $moment, public ?float $ev, public ?array $colour)
    {
    }
}
