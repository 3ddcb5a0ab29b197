<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Proposal;

use Kanpai\Core\Imaging\Blur;

/** The frames of one moment, weighed and in order. */
final readonly class RankedMoment
{
    /**
     * @param  non-empty-list<FrameParts>  $frames  the best first
     * @param  non-empty-list<float>  $scores  theirs, 0 to 1
     */
    private function __construct(public array $frames, public array $scores)
    {
    }

    /** @param  non-empty-list<FrameParts>  $frames  of one moment, in the order of time, which decides among equals */
    public static function of(array $frames, Weights $weights): self
    {
        $scores = [];
        foreach ($frames as $frame) {
            $scores[] = $frame->score($weights);
        }
        arsort($scores);
        $ranked = [];
        foreach ($scores as $i => $score) {
            $ranked[] = $frames[$i];
        }

        return new self($ranked, array_values($scores));
    }

    /** Whether nothing is like its only frame. */
    public function standsAlone(): bool
    {
        return count($this->frames) === 1;
    }

    /** What is wrong with all of them, and which is the least bad; empty where there is nothing to warn of. */
    public function warning(): string
    {
        $best = $this->frames[0];
        $isBlurred = $this->all(fn (FrameParts $frame): bool => $frame->blur !== Blur::None);
        $isBlinking = $this->all(fn (FrameParts $frame): bool => ! $frame->hasAllEyesOpen);
        $wrong = match (true) {
            $isBlurred && ! $this->standsAlone() => 'All frames of this moment are out of focus or moved',
            $isBlurred => 'This frame is '.$best->blur->inWords(),
            $isBlinking => 'In no frame has everybody open eyes',
            default => '',
        };

        return $wrong === '' || $this->standsAlone() ? $wrong : "{$wrong}; {$best->name} is the least bad";
    }

    /** @param  callable(FrameParts): bool  $holds */
    private function all(callable $holds): bool
    {
        foreach ($this->frames as $frame) {
            if (! $holds($frame)) {
                return false;
            }
        }

        return true;
    }
}
