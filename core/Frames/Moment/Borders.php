<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Moment;

/**
 * How strong the border is between each frame of the merged order and the one before it.
 *
 * A border is a pause (the logarithm of its seconds, so that a minute among seconds weighs as an hour among minutes),
 * made less by pictures that go on as before and more by pictures that do not, each body being compared with itself:
 * two angles of one scene look different. Common practice, no source; the weights are fitted to the generated day.
 */
final class Borders
{
    /** Frames of one body further apart than this say nothing about a border between them. */
    private const REACH = 180_000;

    /** Frames of one body that are looked at on each side of a border, so that one odd frame makes none. */
    private const SIDE = 2;

    /**
     * @param  list<MomentSample>  $frames  in the merged order
     * @return list<float> for each frame, doublings of a second; that of the first is infinite
     */
    public static function of(array $frames): array
    {
        /** @var array<int, list<int>> $ofBody places of the frames of each body */
        $ofBody = [];
        $rank = [];
        foreach ($frames as $i => $frame) {
            $rank[$i] = count($ofBody[$frame->body] ?? []);
            $ofBody[$frame->body][] = $i;
        }
        $strengths = [];
        /** @var array<int, int> $next body => rank of its first frame at or behind the border */
        $next = array_fill_keys(array_keys($ofBody), 0);
        foreach ($frames as $i => $frame) {
            if ($i === 0) {
                $strengths[] = INF;
            } else {
                $pause = max(0, $frame->at - $frames[$i - 1]->at) / 1000;
                $strengths[] =
                    log(1 + $pause, 2) *
                    (0.6 + 0.8 * self::unlike($frames, $ofBody, $next, $frames[$i - 1]->at, $frame->at));
            }
            $next[$frame->body] = $rank[$i] + 1;
        }

        return $strengths;
    }

    /**
     * The least unlikeness across a border that any body sees: one that goes on as before is enough to say that the
     * scene does.
     *
     * @param  list<MomentSample>  $frames
     * @param  array<int, list<int>>  $ofBody
     * @param  array<int, int>  $next
     */
    private static function unlike(array $frames, array $ofBody, array $next, int $before, int $after): float
    {
        $least = null;
        foreach ($ofBody as $body => $places) {
            $border = $next[$body];
            for (
                $left = $border - 1;
                $left >= max(0, $border - self::SIDE) && $before - $frames[$places[$left]]->at < self::REACH;
                $left--
            ) {
                for (
                    $right = $border;
                    $right < min(count($places), $border + self::SIDE) &&
                    $frames[$places[$right]]->at - $after < self::REACH;
                    $right++
                ) {
                    $least = min($least ?? 1.0, $frames[$places[$left]]->unlike($frames[$places[$right]]));
                }
            }
        }

        return $least ?? 0.5;
    }
}
