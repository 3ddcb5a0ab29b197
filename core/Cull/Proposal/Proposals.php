<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Proposal;

use SplPriorityQueue;

/**
 * All frames of a shoot in the order in which they are proposed: first the best of each moment, the better moments
 * before the others, then the next ones. However many are wanted, they are the first so many of this order, so that
 * fewer or more moves no border and asks nothing anew.
 */
final readonly class Proposals
{
    /** A further frame of a moment is worth so much of the one before. */
    private const FURTHER = 0.72;

    /** What a frame loses that looks just like one proposed already in the same scene: enough to decide among equals. */
    private const ALIKE = 0.06;

    /** Moments of one scene: how alike they are at least (14 bits may differ), and milliseconds between them. */
    private const SAME_SCENE = 1 - 14 / (self::BITS / 2);

    private const SCENE_TIME = 600_000;

    private const BITS = 63;

    /** Share of the frames that is ever proposed; the order of the rest needs no variety. */
    private const MOST = 0.5;

    /** Frames of a scene, the last ones proposed, that a further one is compared with. */
    private const COMPARED = 12;

    /** Room for the number of a moment in a priority. */
    private const MOMENT_BITS = 24;

    /**
     * @param  list<RankedMoment>  $moments  in the order of time
     * @param  list<int>  $order  frames, the first to be proposed first
     */
    private function __construct(public array $moments, public array $order)
    {
    }

    /** @param  list<non-empty-list<FrameParts>>  $moments  in the order of time, as `MomentFindings` finds them */
    public static function of(array $moments, Weights $weights): self
    {
        $ranked = array_map(fn (array $frames): RankedMoment => RankedMoment::of($frames, $weights), $moments);

        return new self($ranked, self::ordered($ranked));
    }

    /**
     * @param  list<RankedMoment>  $moments
     * @return list<int>
     */
    private static function ordered(array $moments): array
    {
        $scenes = self::scenes($moments);
        /** @var SplPriorityQueue<int, array{int, int, bool}> $queue */
        $queue = new SplPriorityQueue();
        foreach ($moments as $m => $moment) {
            self::follow($queue, $moment, $m, 0);
        }
        $order = $proposed = [];
        $most = self::MOST * array_sum(array_map(fn (RankedMoment $moment): int => count($moment->frames), $moments));
        while (! $queue->isEmpty()) {
            /** @var array{int, int, bool} $next */
            $next = $queue->extract();
            [$m, $rank, $isCompared] = $next;
            $frame = $moments[$m]->frames[$rank];
            $isCompared = $isCompared || count($order) > $most;
            $alike = $isCompared ? 0.0 : self::likest($frame->likeness, $proposed[$scenes[$m]] ?? []);
            $value = $moments[$m]->scores[$rank] * self::FURTHER ** $rank;
            if ($alike > 0.0) {
                // Once more, against what has come before it meanwhile.
                $queue->insert([$m, $rank, true], self::priority($value - self::ALIKE * $alike, $m));
            } else {
                $order[] = $frame->id;
                $proposed[$scenes[$m]] = [
                    ...array_slice($proposed[$scenes[$m]] ?? [], 1 - self::COMPARED),
                    $frame->likeness,
                ];
                self::follow($queue, $moments[$m], $m, $rank + 1);
            }
        }

        return $order;
    }

    /** @param  SplPriorityQueue<int, array{int, int, bool}>  $queue */
    private static function follow(SplPriorityQueue $queue, RankedMoment $moment, int $m, int $rank): void
    {
        $score = $moment->scores[$rank] ?? null;
        if ($score !== null) {
            $queue->insert([$m, $rank, false], self::priority($score * self::FURTHER ** $rank, $m));
        }
    }

    /** By value, and among equals the earlier moment: one number, which is compared faster than two. */
    private static function priority(float $value, int $moment): int
    {
        return ((int) round($value * 1e9) << self::MOMENT_BITS) - $moment;
    }

    /**
     * @param  list<RankedMoment>  $moments
     * @return list<int> moment => its scene: moments that follow each other and look alike
     */
    private static function scenes(array $moments): array
    {
        $scenes = [];
        $scene = 0;
        foreach ($moments as $m => $moment) {
            $before = $moments[$m - 1] ?? null;
            $frame = $moment->frames[0];
            $isNew = $before === null ||
                $frame->taken - $before->frames[0]->taken > self::SCENE_TIME ||
                self::likest($frame->likeness, [$before->frames[0]->likeness]) < self::SAME_SCENE;
            $scene += $isNew ? 1 : 0;
            $scenes[] = $scene;
        }

        return $scenes;
    }

    /**
     * Bits that differ are counted in pairs, then fours, then eights side by side (Warren, Hacker's Delight, 5–1; from
     * memory), here and not in a function of their own: it is done for each two frames of a scene.
     *
     * @param  list<int>  $others
     * @return float how alike the likest is, 0 to 1
     */
    private static function likest(int $likeness, array $others): float
    {
        $fewest = self::BITS;
        foreach ($others as $other) {
            $bits = $likeness ^ $other;
            $bits -= ($bits >> 1) & 0x5555555555555555;
            $bits = ($bits & 0x3333333333333333) + (($bits >> 2) & 0x3333333333333333);
            $bits = ($bits + ($bits >> 4)) & 0x0F0F0F0F0F0F0F0F;
            $bits = ($bits & 0xFFFFFFFF) + ($bits >> 32);
            $bits = ($bits & 0xFFFF) + ($bits >> 16);
            $bits = ($bits & 0xFF) + ($bits >> 8);
            if ($bits < $fewest) {
                $fewest = $bits;
            }
        }

        return $others === [] ? 0.0 : max(0.0, 1 - $fewest / (self::BITS / 2));
    }
}
