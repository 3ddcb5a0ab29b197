<?php

declare(strict_types=1);

namespace Kanpai\Core\Imaging\Faces;

/**
 * What was measured of one face. Nothing of it tells who it is.
 *
 * Thresholds are ours, set on the photographs and drawn people of the tests.
 *
 * @phpstan-import-type Eye from FaceFigures
 */
final readonly class Face
{
    /** Pixels of an eye's width below which nothing can be said of its lids. */
    private const SMALLEST_EYE = 11.0;

    /** Degrees of yaw from which one eye hides the other. */
    private const MOST_YAW = 45.0;

    /** From which, and up to which, lids are closed and open. */
    private const CLOSED = 0.55;

    private const OPEN = 0.35;

    /** The gap of the lids, in widths of the eye, at which it is as likely open as closed, and how sharply it turns. */
    private const GAP = 0.20;

    private const STEEPNESS = 40.0;

    /** How bright an eye may be against the cheek below it: others are behind dark glasses, or hair. */
    private const DARKEST = 0.5;

    private const BRIGHTEST = 1.4;

    /** How far eyes move in the head, in widths of the eye, for each degree of yaw as they stay on the camera. */
    private const FOLLOWING = 0.006;

    public const ON_THE_CAMERA = 0.08;

    /** Degrees of pitch from which a head looks down. */
    public const DOWN = 19.0;

    /**
     * @param  float  $left  of the box, as a share of the picture's width; the others likewise of width and height
     * @param  float  $roll  degrees by which the head leans; `yaw`: is turned; `pitch`: is bowed, positive downwards
     * @param  float  $smile  0 to 1
     * @param  float|null  $contact  how far the eyes are beside the camera, in widths of the eye; null where nothing
     *     can be said
     * @param  float  $closedness  0 (open) to 1 (closed)
     * @param  float  $sharpness  ratio of gradient energies; only faces of one moment can be compared
     * @param  float  $light  mean luminance of its middle, 0 to 1
     */
    private function __construct(
        public float $left,
        public float $top,
        public float $width,
        public float $height,
        public Lids $lids,
        public float $closedness,
        public float $roll,
        public float $yaw,
        public float $pitch,
        public ?float $contact,
        public float $smile,
        public float $sharpness,
        public float $score,
        public float $light,
    ) {
    }

    /**
     * @param  array<array-key, mixed>  $answer  as the face worker gives it
     * @param  positive-int  $width  pixels of the picture; the height likewise
     * @param  positive-int  $height
     *
     * @throws UnreadableFace when a figure is missing or out of its range
     */
    public static function ofAnswer(array $answer, int $width, int $height): self
    {
        $read = FaceFigures::read($answer);
        [$left, $top, $across, $down] = $read->box;
        $closedness = self::closedness($read->eyes);
        $lids = self::lids($read->eyes, $read->yaw, $closedness);
        $gaze = ($read->eyes[0]['gaze'] + $read->eyes[1]['gaze']) / 2;

        return new self(
            $left / $width,
            $top / $height,
            $across / $width,
            $down / $height,
            $lids,
            $closedness,
            $read->roll,
            $read->yaw,
            $read->pitch,
            $lids === Lids::Open ? $gaze + self::FOLLOWING * $read->yaw : null,
            $read->smile(),
            $read->sharpness,
            $read->score,
            $read->light,
        );
    }

    /** Null where it cannot be said. */
    public function looksAtTheCamera(): ?bool
    {
        return $this->contact === null ? null : abs($this->contact) <= self::ON_THE_CAMERA;
    }

    public function looksDown(): bool
    {
        return $this->pitch >= self::DOWN;
    }

    /**
     * The classifier and the gap of the lids have one vote each; the eye that is turned away counts less.
     *
     * @param  array{Eye, Eye}  $eyes
     */
    private static function closedness(array $eyes): float
    {
        [$shut, $gap, $weights] = [0.0, 0.0, 0.0];
        foreach ($eyes as $eye) {
            $weight = $eye['width'] ** 2;
            $shut += $eye['shut'] * $weight;
            $gap += $eye['gap'] * $weight;
            $weights += $weight;
        }
        $ofGap = 1 / (1 + exp(-(self::GAP - $gap / $weights) * self::STEEPNESS));

        return ($shut / $weights + $ofGap) / 2;
    }

    /** @param  array{Eye, Eye}  $eyes */
    private static function lids(array $eyes, float $yaw, float $closedness): Lids
    {
        return match (true) {
            max($eyes[0]['width'], $eyes[1]['width']) < self::SMALLEST_EYE => Lids::Small,
            abs($yaw) > self::MOST_YAW => Lids::Unsure,
            min($eyes[0]['bright'], $eyes[1]['bright']) < self::DARKEST,
            max($eyes[0]['bright'], $eyes[1]['bright']) > self::BRIGHTEST => Lids::Hidden,
            $closedness > self::CLOSED => Lids::Closed,
            $closedness < self::OPEN => Lids::Open,
            default => Lids::Unsure,
        };
    }
}
