<?php

declare(strict_types=1);

namespace Kanpai\Core\Proof;

/** How one round of choosing differs from the one before it. */
final readonly class SelectionDifference
{
    /**
     * @param  list<int>  $added  frames
     * @param  list<int>  $dropped
     * @param  list<int>  $stayed
     */
    private function __construct(public array $added, public array $dropped, public array $stayed)
    {
    }

    /**
     * @param  list<int>  $before  frames
     * @param  list<int>  $after
     */
    public static function of(array $before, array $after): self
    {
        return new self(
            array_values(array_diff($after, $before)),
            array_values(array_diff($before, $after)),
            array_values(array_intersect($after, $before)),
        );
    }

    public function isNothing(): bool
    {
        return $this->added === [] && $this->dropped === [];
    }

    public function inWords(): string
    {
        return $this->isNothing()
            ? 'the same pictures as before'
            : count($this->added).
                    ' new, '.
                    count($this->dropped).
                    ' left out, '.
                    count($this->stayed).
                    ' as before';
    }
}
