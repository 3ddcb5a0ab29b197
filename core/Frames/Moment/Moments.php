<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Moment;

/** Parts a shoot into moments where the borders are strong enough, and where somebody has parted or joined by hand. */
final class Moments
{
    /**
     * @param  list<float>  $borders  before each frame, as Borders measures them
     * @param  array<int, HandEdit>  $byHand  place of a frame => what was done to the border before it
     * @return list<int> for each frame the number of its moment, from 0
     */
    public static function of(array $borders, Fineness $fineness, array $byHand = []): array
    {
        $least = $fineness->least();
        $moments = [];
        $number = 0;
        foreach ($borders as $i => $strength) {
            if (
                $i > 0 &&
                match ($byHand[$i] ?? null) {
                    HandEdit::Split => true,
                    HandEdit::Join => false,
                    null => $strength >= $least,
                }
            ) {
                $number++;
            }
            $moments[] = $number;
        }

        return $moments;
    }

    /**
     * Unbroken runs of one body inside a moment.
     *
     * @param  list<MomentSample>  $frames
     * @param  list<int>  $moments
     * @param  int  $pause  milliseconds that end a run; one second is common practice, no source
     * @return list<int> for each frame the number of its burst, from 0
     */
    public static function bursts(array $frames, array $moments, int $pause = 1000): array
    {
        $bursts = [];
        $last = [];
        $number = -1;
        foreach ($frames as $i => $frame) {
            $before = $last[$frame->body] ?? null;
            $goesOn =
                $before !== null && $moments[$before] === $moments[$i] && $frame->at - $frames[$before]->at < $pause;
            $bursts[] = $goesOn ? $bursts[$before] : ++$number;
            $last[$frame->body] = $i;
        }

        return $bursts;
    }
}
