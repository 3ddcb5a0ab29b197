<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Round;

use Kanpai\Core\Frames\Verdict;

/** What changed from one round to another. */
final readonly class RoundComparison
{
    /** @param  array<string, list<int>>  $changes  `keep→drop` and the like => frames */
    private function __construct(public array $changes, public int $same)
    {
    }

    /**
     * @param  array<int, Verdict>  $one  frame => verdict
     * @param  array<int, Verdict>  $other
     */
    public static function between(array $one, array $other): self
    {
        $changes = [];
        $same = 0;
        foreach ($other as $frame => $now) {
            $before = $one[$frame] ?? Verdict::Open;
            if ($before === $now) {
                $same++;
            } else {
                $changes["{$before->value}→{$now->value}"][] = $frame;
            }
        }
        ksort($changes);

        return new self($changes, $same);
    }
}
