<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Round;

use Kanpai\Core\Frames\Verdict;

/** The rules of one pass of culling. */
final readonly class RoundPlan
{
    /**
     * @param  bool  $startsKept  everything counts as kept until it is dropped; else everything is open
     * @param  int|null  $target  frames to be kept
     * @param  float|null  $perMinute  frames to be kept for each minute of coverage
     */
    private function __construct(
        public Source $source,
        public Doubt $doubt,
        public bool $startsKept,
        public ?int $target,
        public ?float $perMinute,
    ) {
    }

    /** @throws InvalidRound when a target is none, or doubt can never arise */
    public static function of(
        Source $source,
        Doubt $doubt,
        bool $startsKept,
        ?int $target = null,
        ?float $perMinute = null,
    ): self {
        if ($target !== null && ($target < 1 || $target > 1_000_000)) {
            throw InvalidRound::target($target);
        }
        if ($perMinute !== null && ! ($perMinute > 0.0 && $perMinute <= 600.0)) {
            throw InvalidRound::perMinute($perMinute);
        }
        if ($startsKept && $doubt !== Doubt::Nothing) {
            throw InvalidRound::leavesNoDoubt();
        }

        return new self($source, $doubt, $startsKept, $target, $perMinute);
    }

    /** All frames, all open, and passing says nothing: how a shoot begins. */
    public static function first(): self
    {
        return new self(Source::All, Doubt::Nothing, false, null, null);
    }

    /** The verdict with which a frame begins the round, and whether it takes part. */
    public function begins(Verdict $before, bool $isInSet): Verdict
    {
        return ! $this->takes($before, $isInSet) ? $before : ($this->startsKept ? Verdict::Keep : Verdict::Open);
    }

    public function takes(Verdict $before, bool $isInSet): bool
    {
        return match ($this->source) {
            Source::All => true,
            Source::Kept => $before === Verdict::Keep,
            Source::Set => $isInSet,
        };
    }

    /**
     * How many frames are to be kept in all, whichever of the targets is set.
     *
     * @param  int  $minutes  minutes of coverage
     */
    public function wanted(int $minutes): ?int
    {
        return $this->target ?? ($this->perMinute === null ? null : (int) ceil($this->perMinute * $minutes));
    }
}
