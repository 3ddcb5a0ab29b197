<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Proposal;

/** The frames of one moment against each other, with all that is to be said of them. */
final readonly class MomentReport
{
    /** @param  non-empty-list<FrameReport>  $frames  the best first */
    private function __construct(public array $frames, public People $people, private RankedMoment $ranked)
    {
    }

    /** @param  non-empty-list<MeasuredFrame>  $frames  of one moment, in the order of time */
    public static function of(array $frames, Weights $weights): self
    {
        $found = MomentFindings::of($frames);
        $ranked = RankedMoment::of($found->parts, $weights);
        $byId = [];
        foreach ($frames as $frame) {
            $byId[$frame->id] = $frame;
        }
        $reports = array_map(
            fn (FrameParts $parts): FrameReport => new FrameReport(
                $byId[$parts->id],
                $parts,
                $found->faces[$parts->id],
            ),
            $ranked->frames,
        );

        return new self($reports, $found->people, $ranked);
    }

    /** What is wrong with all of them, and which is the least bad; empty where there is nothing to warn of. */
    public function warning(): string
    {
        return $this->ranked->warning();
    }
}
