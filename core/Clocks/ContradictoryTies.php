<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks;

use RuntimeException;

/** Ties of which at least one is not the same instant. */
final class ContradictoryTies extends RuntimeException
{
    /** @param  list<float>  $residuals  seconds, in the order of the ties; empty where they say nothing */
    private function __construct(string $message, public readonly int $worst, public readonly array $residuals)
    {
        parent::__construct($message);
    }

    public static function drift(float $drift, int $worst): self
    {
        return new self(
            'The ties contradict each other: they would make the clock '.
                (is_finite($drift)
                    ? ($drift > 0 ? 'gain ' : 'lose ').number_format(abs($drift)).' s a day'
                    : 'stand still').
                ', and no clock does more than '.
                (int) Clock::MOST_DRIFT.
                '. At least one of them is not the same instant: take it away.',
            $worst,
            [],
        );
    }

    /**
     * @param  list<float>  $residuals
     * @param  non-empty-list<Tie>  $ties
     */
    public static function residual(array $residuals, int $worst, array $ties): self
    {
        $gaps = array_map(fn (Tie $tie): int => $tie->gap(), $ties);
        sort($gaps);
        // A whole hour from what most of them say has a cause of its own.
        $apart = abs($ties[$worst]->gap() - $gaps[intdiv(count($gaps), 2)]);
        $hint =
            abs($apart - 3_600_000) < 60_000
                ? ' It is an hour apart: if the body did not follow summer time, give it a fixed distance to UTC as '.
                    'its zone.'
                : '';
        $off = abs($residuals[$worst]);

        return new self(
            'The ties contradict each other: one of them misses the others by '.
                number_format($off, $off < 100 ? 1 : 0).
                ' s. Take it away, or look at it again.'.
                $hint,
            $worst,
            $residuals,
        );
    }
}
