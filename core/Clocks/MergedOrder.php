<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks;

/** The frames of all bodies in one row, by corrected time; frames of one instant stay in the order of their keys. */
final class MergedOrder
{
    /**
     * @param  array<int, int>  $instants  frame => milliseconds
     * @return list<int> frames in order
     */
    public static function of(array $instants): array
    {
        ksort($instants);
        asort($instants);

        return array_keys($instants);
    }

    /**
     * How many frames have another position in the order.
     *
     * @param  array<int, int>  $before  frame => milliseconds
     * @param  array<int, int>  $after  the same frames
     */
    public static function changedPlaces(array $before, array $after): int
    {
        $was = self::of($before);
        $is = self::of($after);
        $changed = 0;
        foreach ($is as $place => $frame) {
            $changed += ($was[$place] ?? null) === $frame ? 0 : 1;
        }

        return $changed;
    }
}
