<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Light;

/** What bringing into line needs to know of a frame. */
final readonly class LineSample
{
    /**
     * @param  float|null  $ev  exposure value at ISO 100 that it was shot with
     * @param  float|null  $brightness  of its picture, in stops
     * @param  float  $stops  that its look adds by now
     * @param  int  $moment  in which it was taken: bodies are compared where both looked at the same
     * @param  float|null  $faces  how bright its faces are, in stops; null where it has none
     */
    public function __construct(
        public int $frame,
        public int $body,
        public ?float $ev,
        public ?float $brightness,
        public float $stops = 0.0,
        public int $moment = 0,
        public ?float $faces = null,
    ) {
    }
}
