<?php

declare(strict_types=1);

namespace Kanpai\Core\Ingest;

use Kanpai\Core\Frames\CameraTime;

/** What a camera wrote about a picture, as far as the work needs it. */
final readonly class Exif
{
    /** Seconds: from the quickest electronic shutters to a night under the pole star. */
    private const EXPOSURES = [1e-7, 1e6];

    private const F_NUMBERS = [0.1, 1000.0];

    private const SENSITIVITIES = [1.0, 1e8];

    /** EV. */
    private const BIASES = [-100.0, 100.0];

    /** Millimetres. */
    private const FOCAL_LENGTHS = [0.1, 100_000.0];

    public ?float $exposure;

    public ?float $fNumber;

    public ?int $iso;

    public ?float $bias;

    public ?float $focalLength;

    public ?int $gpsAt;

    /**
     * A figure outside of what a camera can measure is no figure: damaged files hold infinities, numbers that are
     * none, and negative sensitivities.
     *
     * @param  int  $width  pixels as stored, before the orientation is applied
     * @param  float|null  $exposure  seconds
     * @param  float|null  $bias  EV the photographer asked for
     * @param  float|null  $focalLength  millimetres
     * @param  int<1, 8>  $orientation  as tag 0x0112 has it
     * @param  EmbeddedPreview|null  $thumbnail  the small picture of IFD1
     * @param  list<EmbeddedPreview>  $previews  of a raw file, the largest first
     * @param  int|null  $gpsAt  instant by GPS, in milliseconds since 1970-01-01T00:00:00Z
     * @param  float|null  $maxAperture  smallest f-number of the lens, in APEX
     * @param  bool  $hasMakerNotes  whether the maker wrote notes of his own, which are not read here
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
        ?float $exposure = null,
        ?float $fNumber = null,
        ?int $iso = null,
        ?float $bias = null,
        ?float $focalLength = null,
        public int $orientation = 1,
        public ?EmbeddedPreview $thumbnail = null,
        public array $previews = [],
        ?int $gpsAt = null,
        public ?float $maxAperture = null,
        public bool $hasMakerNotes = false,
    ) {
        $this->exposure = self::within($exposure, self::EXPOSURES);
        $this->fNumber = self::within($fNumber, self::F_NUMBERS);
        $this->iso = self::sensitivity($iso);
        $this->bias = self::within($bias, self::BIASES);
        $this->focalLength = self::within($focalLength, self::FOCAL_LENGTHS);
        $this->gpsAt = self::plausible($gpsAt);
    }

    /** The same with what the maker's notes say, where Exif itself says nothing. */
    public function completedBy(MakerNotes $notes): self
    {
        return new self(
            $this->width,
            $this->height,
            $this->make,
            $this->model,
            $this->serial ?? $notes->serial,
            $this->owner,
            $this->artist,
            $this->lens ?? $notes->lens,
            $this->takenAt === null || $this->takenAt->offsetMinutes !== null
                ? $this->takenAt
                : CameraTime::of($this->takenAt->milliseconds, $notes->zone),
            $this->exposure,
            $this->fNumber,
            $this->iso ?? $notes->iso,
            $this->bias,
            $this->focalLength,
            $this->orientation,
            $this->thumbnail,
            $this->previews,
            $this->gpsAt,
            $this->maxAperture,
            $this->hasMakerNotes,
        );
    }

    /** Width and height as the picture is looked at.
     *
     * @return array{int, int}
     */
    public function uprightSize(): array
    {
        return $this->orientation >= 5 ? [$this->height, $this->width] : [$this->width, $this->height];
    }

    /** @param  array{float, float}  $range */
    private static function within(?float $value, array $range): ?float
    {
        // A NaN is within nothing.
        return $value !== null && $value >= $range[0] && $value <= $range[1] ? $value : null;
    }

    private static function sensitivity(?int $iso): ?int
    {
        $within = self::within($iso === null ? null : (float) $iso, self::SENSITIVITIES);

        return $within === null ? null : (int) $within;
    }

    private static function plausible(?int $instant): ?int
    {
        return $instant === null || CameraTime::isPlausible($instant) ? $instant : null;
    }
}
