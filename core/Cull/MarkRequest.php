<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull;

use Kanpai\Core\Frames\InvalidMark;
use Kanpai\Core\Frames\Marks;

/**
 * What somebody asks to be marked on one frame, and what they saw there when they did.
 *
 * @phpstan-type MarkInput array{frame: int, verdict?: string|null, rating?: int|null, given?: int, taken?: int,
 *     collect?: bool|null, saw?: array{string, int, int}|null}
 */
final readonly class MarkRequest
{
    /**
     * @param  int  $given  bits of the uses that are added
     * @param  int  $taken  bits of the uses that are removed
     * @param  bool|null  $collect  whether the frame goes into the set of the step or out of it
     * @param  array{string, int, int}|null  $saw  verdict, rating and uses as the person saw them
     */
    private function __construct(
        public int $frame,
        private ?string $verdict,
        private ?int $rating,
        private int $given,
        private int $taken,
        public ?bool $collect,
        private ?array $saw,
    ) {
    }

    /** @param  MarkInput  $input */
    public static function of(array $input): self
    {
        return new self(
            $input['frame'],
            $input['verdict'] ?? null,
            $input['rating'] ?? null,
            $input['given'] ?? 0,
            $input['taken'] ?? 0,
            $input['collect'] ?? null,
            $input['saw'] ?? null,
        );
    }

    public function hasVerdict(): bool
    {
        return $this->verdict !== null;
    }

    /** Whether it only puts the frame into a set or takes it out. */
    public function onlyCollects(): bool
    {
        $marksNothing = $this->verdict === null && $this->rating === null && $this->given === 0 && $this->taken === 0;

        return $this->collect !== null && $marksNothing;
    }

    /** @throws InvalidMark when nothing is asked for, or something that does not exist */
    public function appliedTo(Marks $before): Marks
    {
        return $before->marked($this->verdict, $this->rating, $this->given, $this->taken);
    }

    /**
     * Whether it would overwrite a verdict or rating that the person did not see. Uses never conflict: they are added
     * and
     * removed one by one.
     */
    public function conflictsWith(Marks $before, Marks $after): bool
    {
        if ($this->saw === null) {
            return false;
        }
        [$verdict, $rating] = $this->saw;

        return ($after->verdict !== $before->verdict && $before->verdict->value !== $verdict) ||
            ($after->rating !== $before->rating && $before->rating !== $rating);
    }
}
