<?php

declare(strict_types=1);

namespace Kanpai\Core\Proof;

/**
 * What several people chose from the same pictures: on what all agree, what only one wants, and a final list out of it.
 * Somebody who chose nothing has not spoken, and is not counted.
 */
final readonly class Agreement
{
    /**
     * @param  array<int, list<int>>  $wants  frame => people who want it, in ascending order
     * @param  list<int>  $people  who chose at least one
     */
    private function __construct(public array $wants, public array $people)
    {
    }

    /** @param  array<int, iterable<int>>  $choices  person => frames */
    public static function of(array $choices): self
    {
        $wants = $people = [];
        ksort($choices);
        foreach ($choices as $person => $frames) {
            $own = [];
            foreach ($frames as $frame) {
                $own[$frame] = true;
            }
            foreach ($own as $frame => $_) {
                $wants[$frame][] = $person;
            }
            if ($own !== []) {
                $people[] = $person;
            }
        }

        return new self($wants, $people);
    }

    /** @return list<int> frames that everybody wants who has spoken */
    public function all(): array
    {
        return $this->atLeast(max(1, count($this->people)));
    }

    /** @return list<int> */
    public function atLeast(int $people): array
    {
        return array_keys(array_filter($this->wants, fn (array $own): bool => count($own) >= $people));
    }

    /** @return array<int, int> frame => the one person who wants it; empty as long as only one has spoken */
    public function onlyOne(): array
    {
        return count($this->people) < 2
            ? []
            : array_map(
                fn (array $own): int => $own[0],
                array_filter($this->wants, fn (array $own): bool => count($own) === 1),
            );
    }

    /**
     * A final list of a size: what most want first, then, among equals, what is rated higher, then in the order of the
     * pictures.
     *
     * @param  array<int, float>  $ratings  frame => rating, where there is one
     * @param  array<int, int>  $places  frame => place in the order of the pictures
     * @return list<int> in the order of the pictures
     */
    public function best(int $size, array $ratings, array $places): array
    {
        $frames = array_keys($this->wants);
        usort(
            $frames,
            fn (int $a, int $b): int => [count($this->wants[$b]), $ratings[$b] ?? 0.0, $places[$a] ?? 0] <=> [
                count($this->wants[$a]),
                $ratings[$a] ?? 0.0,
                $places[$b] ?? 0,
            ],
        );
        $best = array_slice($frames, 0, max(0, $size));
        usort($best, fn (int $a, int $b): int => ($places[$a] ?? 0) <=> ($places[$b] ?? 0));

        return $best;
    }
}
