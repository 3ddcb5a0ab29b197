<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Light;

use Kanpai\Core\Frames\Moment\HandEdit;

/**
 * Parts the frames of a shoot by light: where time passes, where the scene becomes brighter or darker, where its
 * colours change. Frames before and behind a border are compared by their medians, so that one frame
 * that was exposed otherwise
 * parts nothing. Weights are ours, fitted to the generated day.
 */
final class Lights
{
    /** Frames on each side of a border that are compared. */
    private const SIDE = 4;

    /** Strength of a stop between two scenes; four are as far apart as scenes get. */
    private const STOP = 1.1;

    private const MOST_STOPS = 4.0;

    /** Strength of a unit of ΔE*ab between mean colours. */
    private const COLOUR = 0.06;

    /** A light that changes inside a moment is mostly the photographer turning round. */
    private const INSIDE_A_MOMENT = 0.35;

    private const COARSEST = 10.0;

    private const CURVE = 1.4;

    /**
     * @param  list<LightSample>  $frames  in the order of time
     * @return list<float> how strong the border before each frame is; that of the first is infinite
     */
    public static function borders(array $frames): array
    {
        $steps = self::steps($frames);
        $peaks = [];
        foreach ($steps as $i => $step) {
            // Of several where the medians differ alike, it is where two neighbours do.
            $peaks[] = $step + ($i === 0 ? 0.0 : self::apart([$frames[$i - 1]], [$frames[$i]]));
        }
        $strengths = [];
        foreach ($frames as $i => $frame) {
            if ($i === 0) {
                $strengths[] = INF;

                continue;
            }
            $minutes = max(0, $frame->at - $frames[$i - 1]->at) / 60_000;
            $strength = log(1 + $minutes, 2) + (self::isPeak($peaks, $i) ? $steps[$i] : 0.0);
            $strengths[] = $strength * ($frame->moment === $frames[$i - 1]->moment ? self::INSIDE_A_MOMENT : 1.0);
        }

        return $strengths;
    }

    /**
     * @param  list<LightSample>  $frames
     * @return list<float> how far the frames before and behind each border are apart
     */
    private static function steps(array $frames): array
    {
        $steps = [];
        foreach (array_keys($frames) as $i) {
            $before = array_slice($frames, max(0, $i - self::SIDE), min(self::SIDE, $i));
            $steps[] = self::apart($before, array_slice($frames, $i, self::SIDE));
        }

        return $steps;
    }

    /**
     * Whether light changes here more than around: medians of both sides differ for some frames before and behind.
     *
     * @param  list<float>  $steps
     */
    private static function isPeak(array $steps, int $at): bool
    {
        $around = array_slice($steps, max(0, $at - self::SIDE + 1), 2 * self::SIDE - 1, true);
        unset($around[$at]);

        return array_filter(
            $around,
            fn (float $step, int $i): bool => $step > $steps[$at] || ($step === $steps[$at] && $i < $at),
            ARRAY_FILTER_USE_BOTH,
        ) === [];
    }

    /**
     * @param  list<LightSample>  $before
     * @param  list<LightSample>  $after
     */
    private static function apart(array $before, array $after): float
    {
        $ev = fn (LightSample $frame): ?float => $frame->ev;
        $a = fn (LightSample $frame): ?float => $frame->colour[0] ?? null;
        $b = fn (LightSample $frame): ?float => $frame->colour[1] ?? null;
        $stops = abs(self::difference($before, $after, $ev));
        $colour = hypot(self::difference($before, $after, $a), self::difference($before, $after, $b));

        return self::STOP * min(self::MOST_STOPS, $stops) + self::COLOUR * $colour;
    }

    /**
     * @param  list<LightSample>  $before
     * @param  list<LightSample>  $after
     * @param  callable(LightSample): ?float  $of
     */
    private static function difference(array $before, array $after, callable $of): float
    {
        $one = self::median(array_map($of, $before));
        $other = self::median(array_map($of, $after));

        return $one === null || $other === null ? 0.0 : $other - $one;
    }

    /** @param  list<float|null>  $values */
    public static function median(array $values): ?float
    {
        $known = array_values(array_filter($values, fn (?float $value): bool => $value !== null));
        sort($known);
        $count = count($known);
        $middle = intdiv($count, 2);

        return match (true) {
            $count === 0 => null,
            $count % 2 === 1 => $known[$middle],
            default => ($known[$middle - 1] + $known[$middle]) / 2,
        };
    }

    /**
     * @param  list<float>  $borders  before each frame
     * @param  int  $fineness  0 for few lights to 100 for many
     * @param  array<int, HandEdit>  $byHand  place of a frame => what was done to the border before it
     * @return list<int> for each frame the number of its light, from 0
     */
    public static function of(array $borders, int $fineness, array $byHand = []): array
    {
        $least = self::COARSEST * ((100 - max(0, min(100, $fineness))) / 100) ** self::CURVE;
        $lights = [];
        $number = 0;
        foreach ($borders as $i => $strength) {
            $isBorder = match ($byHand[$i] ?? null) {
                HandEdit::Split => true,
                HandEdit::Join => false,
                null => $strength >= $least,
            };
            $number += $i > 0 && $isBorder ? 1 : 0;
            $lights[] = $number;
        }

        return $lights;
    }
}
