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
     * @param  float  $down  0 level to 1, the head bowed
     */
    public function __construct(
        public float $lids = 1.0,
        public float $smile = 0.4,
        public bool $teeth = false,
        public float $turn = 0.0,
        public float $tilt = 0.0,
        public float $gaze = 0.0,
        public float $down = 0.0,
    ) {
    }

    public function blinking(): self
    {
        return new self(0.0, $this->smile, $this->teeth, $this->turn, $this->tilt, $this->gaze, $this->down);
    }

    /** Eyes shut by laughter. */
    public function laughing(): self
    {
        return new self(0.0, 1.0, true, $this->turn, $this->tilt, $this->gaze);
    }

    /** Looking down at something. */
    public function lowered(): self
    {
        return new self(0.1, 0.25, false, $this->turn, $this->tilt, $this->gaze, 1.0);
    }

    /** Half turned away, looking where the head points. */
    public function away(float $side): self
    {
        return new self($this->lids, $this->smile, $this->teeth, 0.95 * $side, $this->tilt, 0.9 * $side);
    }

    /** Lips on somebody's at one side. */
    public function kissing(float $side): self
    {
        return new self(0.0, -0.1, false, 0.8 * $side, 9 * $side);
    }
}
