<?php

declare(strict_types=1);

namespace Kanpai\Core\Imaging\Faces;

/**
 * The figures of a face as they come from the process that measures them, each checked.
 *
 * @phpstan-type Eye array{width: float, gap: float, gaze: float, shut: float, bright: float}
 */
final readonly class FaceFigures
{
    /** Lift of the corners of the mouth, as a share of its width, from which a drawn or a closed mouth begins to smile. */
    private const LEAST_LIFT = 0.06;

    private const FULL_LIFT = 0.26;

    /**
     * @param  array{float, float, float, float}  $box  left, top, width and height in pixels
     * @param  array{Eye, Eye}  $eyes
     */
    private function __construct(
        public array $box,
        public array $eyes,
        public float $score,
        public float $roll,
        public float $yaw,
        public float $pitch,
        public float $mouthLift,
        public float $happy,
        public float $sharpness,
        public float $light,
    ) {
    }

    /**
     * @param  array<array-key, mixed>  $answer
     *
     * @throws UnreadableFace
     */
    public static function read(array $answer): self
    {
        $box = is_array($answer['box'] ?? null) ? array_values($answer['box']) : [];
        $eyes = is_array($answer['eyes'] ?? null) ? array_values($answer['eyes']) : [];
        if (count($box) !== 4 || count($eyes) !== 2) {
            throw UnreadableFace::lacks('a box of four sides or two eyes');
        }

        return new self(
            [
                self::number($box, 0, -1e5, 1e5),
                self::number($box, 1, -1e5, 1e5),
                self::number($box, 2, 1, 1e5),
                self::number($box, 3, 1, 1e5),
            ],
            [self::eye($eyes[0]), self::eye($eyes[1])],
            self::number($answer, 'score', 0, 1),
            self::number($answer, 'roll', -180, 180),
            self::number($answer, 'yaw', -180, 180),
            self::number($answer, 'pitch', -180, 180),
            self::number($answer, 'mouthLift', -10, 10),
            self::number($answer, 'happy', 0, 1),
            self::number($answer, 'sharpness', 0, 1e4),
            self::number($answer, 'light', 0, 1),
        );
    }

    /** The expression of a photograph, or the lift of the mouth's corners where that says more. */
    public function smile(): float
    {
        $lift = ($this->mouthLift - self::LEAST_LIFT) / (self::FULL_LIFT - self::LEAST_LIFT);

        return max($this->happy, min(1.0, max(0.0, $lift)));
    }

    /**
     * @return Eye
     *
     * @throws UnreadableFace
     */
    private static function eye(mixed $eye): array
    {
        if (! is_array($eye)) {
            throw UnreadableFace::lacks('two eyes');
        }

        return [
            'width' => self::number($eye, 'width', 0, 1e5),
            'gap' => self::number($eye, 'gap', 0, 1e3),
            'gaze' => self::number($eye, 'gaze', -1e3, 1e3),
            'shut' => self::number($eye, 'shut', 0, 1),
            'bright' => self::number($eye, 'bright', 0, 1e3),
        ];
    }

    /**
     * @param  array<array-key, mixed>  $values
     *
     * @throws UnreadableFace
     */
    private static function number(array $values, int|string $key, float $least, float $most): float
    {
        $value = $values[$key] ?? null;
        // What is not a number is not between two others either.
        if ((! is_int($value) && ! is_float($value)) || ! ($value >= $least && $value <= $most)) {
            throw UnreadableFace::lacks("a figure “{$key}” between {$least} and {$most}");
        }

        return (float) $value;
    }
}
