<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Proposal;

/**
 * The people of a moment, followed from frame to frame by place and size alone: who somebody is, is neither asked nor
 * kept. In another moment they are others.
 */
final readonly class People
{
    /** How far a face may be from where it was, in its own heights, and how much larger or smaller it may have become. */
    private const FARTHEST = 1.2;

    private const OTHER_SIZE = 1.7;

    /** A face within so much of where it was is the same one: no other can be as near. */
    private const UNMOVED = 0.4;

    /**
     * @param  int  $count  of people
     * @param  array<int, array<int, int>>  $faces  frame => person, from left to right => place of the face in the
     *     frame
     */
    private function __construct(public int $count, public array $faces)
    {
    }

    /** @param  list<MeasuredFrame>  $frames  of one moment, in the order of time */
    public static function of(array $frames): self
    {
        $people = $places = [];
        foreach ($frames as $frame) {
            foreach (self::matched($people, $frame->faces) as $i => $person) {
                $people[$person] = $frame->faces[$i];
                $places[$person][$frame->id] = $i;
            }
        }

        return self::fromLeftToRight($frames, $places);
    }

    /** What a person's place among the others is called. */
    public static function placeInWords(int $person, int $count): string
    {
        $words = match ($count) {
            1 => ['the one'],
            2 => ['left', 'right'],
            3 => ['left', 'middle', 'right'],
            4 => ['far left', 'left', 'right', 'far right'],
            5 => ['far left', 'left', 'middle', 'right', 'far right'],
            default => [],
        };

        return $words[$person] ?? match ($person) {
            0 => 'far left',
            $count - 1 => 'far right',
            default => ($person + 1).' from left',
        };
    }

    /** @return array<int, SeenFace> frame => face of a person, in the frames that show it */
    public function facesOf(int $person, MeasuredFrame ...$frames): array
    {
        $faces = [];
        foreach ($frames as $frame) {
            $place = $this->faces[$frame->id][$person] ?? null;
            if ($place !== null) {
                $faces[$frame->id] = $frame->faces[$place];
            }
        }

        return $faces;
    }

    /**
     * The nearest pairs first, each face and each person once; who is left is new.
     *
     * @param  array<int, SeenFace>  $people  person => face in the last frame that showed it
     * @param  list<SeenFace>  $faces
     * @return array<int, int> place of the face => person
     */
    private static function matched(array $people, array $faces): array
    {
        if (self::areUnmoved($people, $faces)) {
            return array_keys($faces);
        }
        $pairs = [];
        foreach ($faces as $i => $face) {
            foreach ($people as $person => $before) {
                $distance = self::distance($before, $face);
                if ($distance <= self::FARTHEST) {
                    $pairs[] = [$distance, $i, $person];
                }
            }
        }
        sort($pairs);
        $matched = [];
        foreach ($pairs as [, $i, $person]) {
            if (! isset($matched[$i]) && ! in_array($person, $matched, true)) {
                $matched[$i] = $person;
            }
        }
        $next = $people === [] ? 0 : max(array_keys($people)) + 1;
        foreach (array_keys($faces) as $i) {
            $matched[$i] ??= $next++;
        }

        return $matched;
    }

    /**
     * Whether each face is the nearest by far to the person of its number, as in most frames of a moment.
     *
     * @param  array<int, SeenFace>  $people
     * @param  list<SeenFace>  $faces
     */
    private static function areUnmoved(array $people, array $faces): bool
    {
        if (count($people) !== count($faces)) {
            return false;
        }
        foreach ($faces as $i => $face) {
            if (! isset($people[$i]) || self::distance($people[$i], $face) > self::UNMOVED) {
                return false;
            }
        }

        return true;
    }

    /** In heights of the face; endless where the size is another. */
    private static function distance(SeenFace $before, SeenFace $face): float
    {
        $times = max($before->height, $face->height) / max(1e-6, min($before->height, $face->height));
        $across = ($face->middle() - $before->middle()) / max(1e-6, $before->width);
        $down = ($face->top + $face->height / 2 - $before->top - $before->height / 2) / max(1e-6, $before->height);

        return $times > self::OTHER_SIZE ? INF : hypot($across, $down);
    }

    /**
     * @param  list<MeasuredFrame>  $frames
     * @param  array<int, array<int, int>>  $places  person => frame => place of the face
     */
    private static function fromLeftToRight(array $frames, array $places): self
    {
        $byId = array_column(array_map(fn (MeasuredFrame $frame): array => [$frame->id, $frame], $frames), 1, 0);
        $middles = array_map(function (array $own) use ($byId): float {
            $at = array_map(
                fn (int $frame, int $i): float => $byId[$frame]->faces[$i]->middle(),
                array_keys($own),
                $own,
            );

            return array_sum($at) / count($at);
        }, $places);
        asort($middles);
        $faces = [];
        foreach (array_keys($middles) as $number => $person) {
            foreach ($places[$person] as $frame => $i) {
                $faces[$frame][$number] = $i;
            }
        }

        return new self(count($middles), $faces);
    }
}
