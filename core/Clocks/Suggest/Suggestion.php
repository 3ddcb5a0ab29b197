<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks\Suggest;

/** What the frames of two bodies tell about their clocks; or that they do not tell. */
final readonly class Suggestion
{
    /**
     * @param  int  $offset  milliseconds to be added to the body's readings to be in step with the other's, at `at`
     * @param  float  $drift  seconds a day the body gains on the other; 0 where the frames do not show any
     * @param  int  $at  reading of the body at which the offset holds
     * @param  float  $within  seconds, the likely error of the offset
     * @param  float  $confidence  0 to 1: one minus the chance that so many runs fall together by accident
     * @param  list<array{of: int, other: int, apart: float,
     *     distance: int}>  $pairs  frames of the body and of the other
     *                                                                      taken at the same instant, with the seconds
     * that are left between
     *                                                                      them and the bits in which their likeness
     * differs; the best first
     * @param  string|null  $reason  why the frames do not tell
     */
    private function __construct(
        public int $offset,
        public float $drift,
        public int $at,
        public float $within,
        public float $confidence,
        public array $pairs,
        public ?string $reason,
    ) {
    }

    /** @param  list<array{of: int, other: int, apart: float, distance: int}>  $pairs */
    public static function of(int $offset, float $drift, int $at, float $within, float $confidence, array $pairs): self
    {
        return new self($offset, $drift, $at, $within, $confidence, $pairs, null);
    }

    public static function cannotTell(string $reason, float $confidence = 0.0): self
    {
        return new self(0, 0.0, 0, 0.0, $confidence, [], $reason);
    }

    public function tells(): bool
    {
        return $this->reason === null;
    }
}
