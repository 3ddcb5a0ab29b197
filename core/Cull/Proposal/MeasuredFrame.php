<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Proposal;

use Kanpai\Core\Imaging\Blur;

/** What was measured of a frame, as far as proposals ask. */
final readonly class MeasuredFrame
{
    /**
     * @param  int  $id  of the frame
     * @param  string  $name  short enough for a reason: what of the file's name tells it from its neighbours
     * @param  int  $moment  frames of one moment have one number
     * @param  int  $taken  milliseconds
     * @param  float|null  $sharp  against what its lens and body usually reach, 0 to 1; null where nothing can be seen
     * @param  float  $ev  stops brighter than a middle grey
     * @param  float  $lights  share of the pixels that are clipped, 0 to 1
     * @param  float|null  $tilt  degrees; null where no horizon can be seen
     * @param  int  $likeness  63 bits of which frames that look alike share most
     * @param  list<SeenFace>  $faces  from left to right
     */
    public function __construct(
        public int $id,
        public string $name,
        public int $moment,
        public int $taken,
        public ?float $sharp,
        public Blur $blur,
        public float $ev,
        public float $lights,
        public ?float $tilt,
        public int $likeness,
        public array $faces,
    ) {
    }
}
