<?php

declare(strict_types=1);

namespace Kanpai\Demo\Drawing;

/** What a face does in one frame. */
final readonly class Expression
{
    /**
     * @param  float  $lids  0 shut to 1 open
     * @param  float  $smile  −0.3 (pressed) to 1 (laughing)
     * @param  bool  $teeth  whether the mouth is open in the smile
     * @param  float  $turn  −1 to 1, the head turned to the left or right of the picture
     * @param  float  $tilt  degrees
     * @param  float  $gaze  −1 to 1
     */
    public function __construct(
        public float $lids = 1.0,
        public float $smile = 0.4,
        public bool $teeth = false,
        public float $turn = 0.0,
        public float $tilt = 0.0,
        public float $gaze = 0.0,
    ) {
    }

    public function blinking(): self
    {
        return new self(0.0, $this->smile, $this->teeth, $this->turn, $this->tilt, $this->gaze);
    }
}
