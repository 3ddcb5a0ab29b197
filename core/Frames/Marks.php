<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames;

/** Verdict, rating and uses of a frame at one moment. */
final readonly class Marks
{
    /**
     * @param  int<0, 5>  $rating
     * @param  int  $uses  a bit for each use of the studio, as UseList numbers them
     */
    private function __construct(public Verdict $verdict, public int $rating, public int $uses)
    {
    }

    /** @throws InvalidMark when the rating is not 0 to 5 */
    public static function of(Verdict $verdict, int $rating, int $uses = 0): self
    {
        if ($rating < 0 || $rating > 5) {
            throw InvalidMark::rating($rating);
        }

        return new self($verdict, $rating, $uses);
    }

    /**
     * With what a mark says changed, the rest as it was.
     *
     * @param  int  $given  bits of the uses that are given
     * @param  int  $taken  bits of those that are taken
     *
     * @throws InvalidMark when none is given, or not in these words
     */
    public function marked(?string $verdict, ?int $rating, int $given = 0, int $taken = 0): self
    {
        if ($verdict === null && $rating === null && $given === 0 && $taken === 0) {
            throw InvalidMark::saysNothing();
        }

        return self::of(
            $verdict === null
                ? $this->verdict
                : Verdict::tryFrom($verdict) ?? throw InvalidMark::verdict($verdict),
            $rating ?? $this->rating,
            ($this->uses | $given) & ~$taken,
        );
    }

    /**
     * This, with a change from some marks to others undone, as far as nothing has changed them since.
     */
    public function withdrawn(self $before, self $after): self
    {
        return new self(
            $this->verdict === $after->verdict ? $before->verdict : $this->verdict,
            $this->rating === $after->rating ? $before->rating : $this->rating,
            // Bit by bit: what was given is taken, what was taken is given.
            ($this->uses & ~($after->uses & ~$before->uses)) | ($before->uses & ~$after->uses),
        );
    }

    public function equals(self $other): bool
    {
        return $this->verdict === $other->verdict && $this->rating === $other->rating && $this->uses === $other->uses;
    }
}
