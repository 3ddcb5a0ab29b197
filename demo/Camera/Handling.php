<?php

declare(strict_types=1);

namespace Kanpai\Demo\Camera;

/** What hand, lens and meter did to one frame. */
final readonly class Handling
{
    /**
     * @param  float  $stops  exposure error in EV
     * @param  float  $defocus  blur in pixels of a picture 2,400 pixels wide
     * @param  float  $motion  length of the movement in the same pixels
     * @param  0|90  $direction  degrees of the movement, 0 from left to right
     * @param  float  $tilt  degrees, positive where the right side hangs
     */
    public function __construct(
        public float $stops = 0.0,
        public float $defocus = 0.0,
        public float $motion = 0.0,
        public int $direction = 0,
        public float $tilt = 0.0,
    ) {
    }

    /** The same with another exposure error. */
    public function exposed(float $stops): self
    {
        return new self($stops, $this->defocus, $this->motion, $this->direction, $this->tilt);
    }

    /** @return array{stops: float, out_of_focus: bool, motion: float, direction: int|null, tilt: float} */
    public function truth(): array
    {
        return [
            'stops' => $this->stops,
            'out_of_focus' => $this->defocus > 3,
            'motion' => $this->motion,
            'direction' => $this->motion > 0 ? $this->direction : null,
            'tilt' => $this->tilt,
        ];
    }
}
