<?php

declare(strict_types=1);

namespace App\Proof;

use App\Cull\Marking;
use App\Cull\Round;
use App\Cull\Rounds;
use App\Frames\FrameSet;
use App\Frames\Uses;
use App\Studio\Member;
use App\Studio\Shoot;
use Illuminate\Support\Str;
use Kanpai\Core\Cull\Round\Doubt;
use Kanpai\Core\Cull\Round\RoundPlan;
use Kanpai\Core\Cull\Round\Source;

/** Frames that were chosen go on: as a set, as a round of culling, or with a use. */
final class PublishSelection
{
    private const PIECE = 5000;

    public function __construct(private readonly Rounds $rounds, private readonly Marking $marking)
    {
    }

    /** @param  list<int>  $frames */
    public function asSet(Shoot $shoot, array $frames, string $name): FrameSet
    {
        return FrameSet::ofFrames($shoot, FrameSet::freeName($shoot, $name), $frames);
    }

    /** @param  list<int>  $frames */
    public function asRound(Shoot $shoot, Member $member, array $frames, string $name): Round
    {
        return $this->rounds->begin(
            $shoot,
            $member,
            RoundPlan::of(Source::Set, Doubt::Nothing, false),
            $this->asSet($shoot, $frames, $name),
        );
    }

    /** @param  list<int>  $frames */
    public function withUse(Shoot $shoot, Member $member, array $frames, string $use): void
    {
        $bits = Uses::with($shoot->studio, $use)->bits($use);
        foreach (array_chunk($frames, self::PIECE) as $some) {
            $this->marking->apply($shoot, $member, [
                [
                    'id' => (string) Str::uuid(),
                    'title' => 'For '.$use.': '.count($some).' chosen frames',
                    'marks' => array_map(fn (int $frame): array => ['frame' => $frame, 'given' => $bits], $some),
                ],
            ]);
        }
    }
}
