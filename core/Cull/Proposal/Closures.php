<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Proposal;

use Kanpai\Core\Imaging\Faces\Lids;

/** Whose closed eyes are meant: in a kiss, in laughter, looking down at something, or closed in most of a moment. */
final class Closures
{
    /** Share of a person's frames from which closed eyes are what the moment is of, and how many frames tell it. */
    private const MOST = 0.6;

    private const FEWEST = 3;

    /** How near faces are that kiss, in widths of a face, and how far one may be higher, in heights. */
    private const NEAR = 0.25;

    private const LEVEL = 0.5;

    /**
     * @param  list<MeasuredFrame>  $frames  of one moment
     * @return array<int, array<int, Meant>> frame => person => why the closed eyes are meant; of faults nothing
     */
    public static function meant(array $frames, People $people): array
    {
        $closed = self::closed($frames, $people);
        $meant = [];
        foreach ($closed as $person => $faces) {
            $isMostly = self::isMostlyClosed($people->facesOf($person, ...$frames));
            foreach ($faces as $frame => $face) {
                $why = self::why($face) ?? ($isMostly ? Meant::Mostly : null);
                if ($why !== null) {
                    $meant[$frame][$person] = $why;
                }
            }
        }
        foreach ($closed === [] ? [] : $frames as $frame) {
            foreach (self::kissing($frame, $people->faces[$frame->id] ?? []) as $person) {
                $meant[$frame->id][$person] = Meant::Kiss;
            }
        }

        return $meant;
    }

    /**
     * @param  list<MeasuredFrame>  $frames
     * @return array<int, array<int, SeenFace>> person => frame => face with closed eyes
     */
    private static function closed(array $frames, People $people): array
    {
        $closed = [];
        foreach ($frames as $frame) {
            foreach ($people->faces[$frame->id] ?? [] as $person => $i) {
                if ($frame->faces[$i]->lids === Lids::Closed) {
                    $closed[$person][$frame->id] = $frame->faces[$i];
                }
            }
        }

        return $closed;
    }

    private static function why(SeenFace $face): ?Meant
    {
        return match (true) {
            $face->laughs() => Meant::Laughter,
            $face->looksDown() => Meant::LookingDown,
            default => null,
        };
    }

    /** @param  array<int, SeenFace>  $faces  of one person */
    private static function isMostlyClosed(array $faces): bool
    {
        $known = array_filter(
            $faces,
            fn (SeenFace $face): bool => in_array($face->lids, [Lids::Open, Lids::Closed], true),
        );
        $closed = array_filter($known, fn (SeenFace $face): bool => $face->lids === Lids::Closed);

        return count($known) >= self::FEWEST && count($closed) >= self::MOST * count($known);
    }

    /**
     * @param  array<int, int>  $places  person => place of the face in the frame
     * @return list<int> people whose eyes are closed and whose face is on another one that is as large
     */
    private static function kissing(MeasuredFrame $frame, array $places): array
    {
        $kissing = [];
        foreach ($places as $person => $i) {
            $a = $frame->faces[$i];
            foreach ($a->lids === Lids::Closed ? $places : [] as $other => $j) {
                $b = $frame->faces[$j];
                $gap = abs($a->middle() - $b->middle()) - ($a->width + $b->width) / 2;
                $isNear = $gap <= self::NEAR * $a->width && abs($a->top - $b->top) <= self::LEVEL * $a->height;
                if ($person !== $other && $isNear && $b->lids !== Lids::Open) {
                    $kissing[$person] = $person;
                }
            }
        }

        return array_values($kissing);
    }
}
