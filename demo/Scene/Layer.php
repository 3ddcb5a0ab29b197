<?php

declare(strict_types=1);

namespace Kanpai\Demo\Scene;

/** One depth of a scene: its drawing and how far it lies outside the plane of focus. */
final readonly class Layer
{
    /**
     * @param  float  $blur  standard deviation in pixels of a picture 2,400 pixels wide
     * @param  string|null  $still  a key under which the rendered layer can be used again, null for layers that change
     */
    public function __construct(public string $svg, public float $blur = 0.0, public ?string $still = null)
    {
    }
}
