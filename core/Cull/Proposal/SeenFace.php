<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Proposal;

use Kanpai\Core\Imaging\Faces\Face;
use Kanpai\Core\Imaging\Faces\Lids;

/** A face in a frame, as far as proposals ask. Nothing of it tells who it is. */
final readonly class SeenFace
{
    /** How near to an edge a face is cut off by it, as a share of the picture. */
    private const EDGE = 0.004;

    /** From which a smile is laughter. */
    private const LAUGHTER = 0.35;

    /**
     * @param  float  $left  of the box, as a share of the picture's width; the others likewise of width and height
     * @param  float  $pitch  degrees, positive downwards
     * @param  float|null  $contact  how far the eyes are beside the camera, in widths of an eye
     * @param  float  $smile  0 to 1
     * @param  float  $sharpness  of faces of one moment only, compared with each other
     */
    public function __construct(
        public float $left,
        public float $top,
        public float $width,
        public float $height,
        public Lids $lids,
        public float $pitch,
        public ?float $contact,
        public float $smile,
        public float $sharpness,
    ) {
    }

    public function middle(): float
    {
        return $this->left + $this->width / 2;
    }

    public function isCutOff(): bool
    {
        return $this->left < self::EDGE ||
            $this->top < self::EDGE ||
            $this->left + $this->width > 1 - self::EDGE ||
            $this->top + $this->height > 1 - self::EDGE;
    }

    public function laughs(): bool
    {
        return $this->smile >= self::LAUGHTER;
    }

    public function looksDown(): bool
    {
        return $this->pitch >= Face::DOWN;
    }

    /** Null where it cannot be said. */
    public function looksAtTheCamera(): ?bool
    {
        return $this->contact === null ? null : abs($this->contact) <= Face::ON_THE_CAMERA;
    }
}
