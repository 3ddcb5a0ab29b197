<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull;

/** Verdict and rating of a frame at one moment. */
final readonly class Standing
{
    /** @param  int<0, 5>  $rating */
    private function __construct(public Verdict $verdict, public int $rating)
    {
    }

    /** @throws InvalidMark when the rating is not 0 to 5 */
    public static function of(Verdict $verdict, int $rating): self
    {
        if ($rating < 0 || $rating > 5) {
            throw InvalidMark::rating($rating);
        }

        return new self($verdict, $rating);
    }

    /**
     * With what a mark says changed, the rest as it was.
     *
     * @throws InvalidMark when nothing is said, or not in these words
     */
    public function marked(?string $verdict, ?int $rating): self
    {
        if ($verdict === null && $rating === null) {
            throw InvalidMark::saysNothing();
        }
        $said = $verdict === null ? $this->verdict : (Verdict::tryFrom($verdict) ?? throw InvalidMark::verdict($verdict));

        return self::of($said, $rating ?? $this->rating);
    }
}
