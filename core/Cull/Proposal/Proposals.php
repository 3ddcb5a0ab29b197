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

    /** Moments of one scene: bits of likeness that may differ, and milliseconds between them. */
    private const SCENE_BITS = 14;

    private const SCENE_TIME = 600_000;

    private const BITS = 63;

    /**
     * @param  list<MomentReport>  $moments  in the order of time
     * @param  list<int>  $order  frames, the first to be proposed first
     */
    private function __construct(public array $moments, public array $order)
    {
    }

    /** @param  list<MeasuredFrame>  $frames  in the order of time */
    public static function of(array $frames, Weights $weights): self
    {
        $grouped = [];
        foreach ($frames as $frame) {
            $grouped[$frame->moment][] = $frame;
        }
        $moments = array_values(array_map(
            fn (array $own): MomentReport => MomentReport::of($own, $weights),
            $grouped,
        ));

        return new self($moments, self::ordered($moments));
    }

    /**
     * @param  list<MomentReport>  $moments
     * @return list<int>
     */
    private static function ordered(array $moments): array
    {
        $scenes = self::scenes($moments);
        /** @var SplPriorityQueue<array{float, int}, array{int, int, bool}> $queue */
        $queue = new SplPriorityQueue();
        foreach ($moments as $m => $moment) {
            self::follow($queue, $moment, $m, 0);
        }
        $order = $proposed = [];
        while (! $queue->isEmpty()) {
            /** @var array{int, int, bool} $next */
            $next = $queue->extract();
            [$m, $rank, $isCompared] = $next;
            $report = $moments[$m]->frames[$rank];
            $alike = self::likest($report->frame->likeness, $proposed[$scenes[$m]] ?? []);
            $value = $report->score * self::FURTHER ** $rank;
            if (! $isCompared && $alike > 0.0) {
                // Once more, against what has come before it meanwhile.
                $queue->insert([$m, $rank, true], [$value - self::ALIKE * $alike, -$m]);
            } else {
                $order[] = $report->frame->id;
                $proposed[$scenes[$m]][] = $report->frame->likeness;
                self::follow($queue, $moments[$m], $m, $rank + 1);
            }
        }

        return $order;
    }

    /** @param  SplPriorityQueue<array{float, int}, array{int, int, bool}>  $queue */
    private static function follow(SplPriorityQueue $queue, MomentReport $moment, int $m, int $rank): void
    {
        $frame = $moment->frames[$rank] ?? null;
        if ($frame !== null) {
            $queue->insert([$m, $rank, false], [$frame->score * self::FURTHER ** $rank, -$m]);
        }
    }

    /**
     * @param  list<MomentReport>  $moments
     * @return list<int> moment => its scene: moments that follow each other and look alike
     */
    private static function scenes(array $moments): array
    {
        $scenes = [];
        $scene = 0;
        foreach ($moments as $m => $moment) {
            $before = $moments[$m - 1] ?? null;
            $frame = $moment->frames[0]->frame;
            $isNew = $before === null ||
                $frame->taken - $before->frames[0]->frame->taken > self::SCENE_TIME ||
                self::bits($frame->likeness ^ $before->frames[0]->frame->likeness) > self::SCENE_BITS;
            $scene += $isNew ? 1 : 0;
            $scenes[] = $scene;
        }

        return $scenes;
    }

    /** @param  list<int>  $others  @return float how alike the likest is, 0 to 1 */
    private static function likest(int $likeness, array $others): float
    {
        $fewest = self::BITS;
        foreach (array_slice($others, -12) as $other) {
            $fewest = min($fewest, self::bits($likeness ^ $other));
        }

        return $others === [] ? 0.0 : max(0.0, 1 - $fewest / (self::BITS / 2));
    }

    /** How many bits are set. */
    private static function bits(int $number): int
    {
        // Pairs, then fours, then eights are counted side by side (Warren, Hacker's Delight, 5–1; from memory).
        $pairs = $number - (($number >> 1) & 0x5555555555555555);
        $fours = ($pairs & 0x3333333333333333) + (($pairs >> 2) & 0x3333333333333333);
        $eights = ($fours + ($fours >> 4)) & 0x0F0F0F0F0F0F0F0F;
        $halves = ($eights & 0xFFFFFFFF) + ($eights >> 32);
        $quarters = ($halves & 0xFFFF) + ($halves >> 16);

        return ($quarters & 0xFF) + ($quarters >> 8);
    }
}
