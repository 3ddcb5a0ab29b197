<?php

declare(strict_types=1);

namespace Kanpai\Core\Card;

/** What a camera wrote about a picture, as far as the work needs it. */
final readonly class Exif
{
    /**
     * @param  int  $width  pixels as stored, before the orientation is applied
     * @param  float|null  $exposure  seconds
     * @param  float|null  $bias  EV the photographer asked for
     * @param  float|null  $focalLength  millimetres
     * @param  int<1, 8>  $orientation  as tag 0x0112 has it
     * @param  EmbeddedPreview|null  $thumbnail  the small picture of IFD1
     * @param  list<EmbeddedPreview>  $previews  of a raw file, the largest first
     * @param  int|null  $gpsAt  instant by GPS, in milliseconds since 1970-01-01T00:00:00Z
     */
    public function __construct(
        public int $width,
        public int $height,
        public ?string $make = null,
        public ?string $model = null,
        public ?string $serial = null,
        public ?string $owner = null,
        public ?string $artist = null,
        public ?string $lens = null,
        public ?CameraTime $takenAt = null,
        public ?float $exposure = null,
        public ?float $fNumber = null,
        public ?int $iso = null,
        public ?float $bias = null,
        public ?float $focalLength = null,
        public int $orientation = 1,
        public ?EmbeddedPreview $thumbnail = null,
        public array $previews = [],
        public ?int $gpsAt = null,
    ) {
    }

    /** Width and height as the picture is looked at.
     *
     * @return array{int, int}
     */
    public function uprightSize(): array
    {
        return $this->orientation >= 5 ? [$this->height, $this->width] : [$this->width, $this->height];
    }
}
