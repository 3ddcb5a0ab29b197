<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Proposal;

/**
 * The peak of a movement: the frame of a burst in which somebody who leaves the ground is highest. Seen by the faces
 * alone: a ball or a hurdle is not. Ours: no published measure was found for series of single pictures.
 */
final class Peak
{
    /** Heights of the face by which somebody must rise and fall, so that it is no nod of the head. */
    private const LEAST = 0.75;

    /** Milliseconds between the highest frame and its neighbours: nobody stays in the air longer. */
    private const LONGEST = 1_500;

    /** People who stay where they are, and tell how the camera moved. */
    private const OTHERS = 2;

    /**
     * @param  list<MeasuredFrame>  $frames  of one moment, in the order of time
     * @return array<int, float> frame => 0 at the lowest to 1 at the highest point; nothing where nobody leaps
     */
    public static function of(array $frames, People $people): array
    {
        $taken = array_column(
            array_map(fn (MeasuredFrame $frame): array => [$frame->id, $frame->taken], $frames),
            1,
            0,
        );
        $heights = self::heights($frames, $people);
        $values = [];
        foreach (array_keys($heights) as $person) {
            $own = self::withoutCamera($person, $heights);
            if (self::leaps($own, $taken)) {
                $low = min($own);
                foreach ($own as $frame => $height) {
                    $values[$frame][] = ($height - $low) / (max($own) - $low);
                }
            }
        }

        return array_map(fn (array $all): float => array_sum($all) / count($all), $values);
    }

    /**
     * @param  list<MeasuredFrame>  $frames
     * @return array<int, non-empty-array<int, float>> person => frame => how high the face is, in its own heights
     */
    private static function heights(array $frames, People $people): array
    {
        $heights = [];
        foreach ($frames as $frame) {
            foreach ($people->faces[$frame->id] ?? [] as $person => $i) {
                $face = $frame->faces[$i];
                $heights[$person][$frame->id] = -($face->top + $face->height / 2) / max(1e-6, $face->height);
            }
        }

        return $heights;
    }

    /**
     * @param  array<int, non-empty-array<int, float>>  $heights
     * @return non-empty-array<int, float> frame => height of a person, without what all others moved by
     */
    private static function withoutCamera(int $person, array $heights): array
    {
        $own = $heights[$person];
        foreach ($own as $frame => $height) {
            $moved = [];
            foreach ($heights as $other => $theirs) {
                if ($other !== $person && isset($theirs[$frame])) {
                    $moved[] = $theirs[$frame] - array_sum($theirs) / count($theirs);
                }
            }
            sort($moved);
            $own[$frame] = $height - (count($moved) < self::OTHERS ? 0.0 : $moved[intdiv(count($moved), 2)]);
        }

        return $own;
    }

    /**
     * Up and down again, within the time of a leap.
     *
     * @param  non-empty-array<int, float>  $heights  frame => height, in the order of time
     * @param  array<int, int>  $taken  frame => milliseconds
     */
    private static function leaps(array $heights, array $taken): bool
    {
        $frames = array_keys($heights);
        $heights = array_values($heights);
        $top = (int) array_search(max($heights), $heights, true);
        if ($top === 0 || $top === count($frames) - 1) {
            return false;
        }
        // The top is neither the first nor the last.
        $before = min([INF, ...array_slice($heights, 0, $top)]);
        $after = min([INF, ...array_slice($heights, $top + 1)]);

        return max($heights) - max($before, $after) >= self::LEAST &&
            $taken[$frames[$top + 1]] - $taken[$frames[$top - 1]] <= self::LONGEST;
    }
}
