<?php

declare(strict_types=1);

namespace App\Imaging;

use Kanpai\Core\Imaging\ColourGrid;
use Kanpai\Core\Imaging\DifferenceHash;

/** What was measured of a picture while it was decoded. */
final readonly class ImageFeatures
{
    /** @param  float  $sharpness  variance of the Laplacian of the preview */
    private function __construct(
        public DifferenceHash $likeness,
        public ColourGrid $colours,
        public float $sharpness,
    ) {
    }

    public static function of(Picture $preview, Picture $thumbnail): self
    {
        return new self(
            DifferenceHash::of(PictureMeasures::greyGrid($thumbnail, DifferenceHash::WIDTH, DifferenceHash::HEIGHT)),
            ColourGrid::of(PictureMeasures::colourGrid($thumbnail, ColourGrid::WIDTH, ColourGrid::HEIGHT)),
            PictureMeasures::sharpness($preview),
        );
    }

    /** @return array{likeness: string, colours: string, sharpness: float} as the columns of a frame */
    public function columns(): array
    {
        return [
            'likeness' => (string) $this->likeness,
            'colours' => (string) $this->colours,
            'sharpness' => round($this->sharpness, 2),
        ];
    }
}
