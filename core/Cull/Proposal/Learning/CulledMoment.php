<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Proposal\Learning;

use Kanpai\Core\Cull\Proposal\FrameParts;
use Kanpai\Core\Cull\Proposal\Weights;

/** A moment of a finished shoot: what was measured of its frames, and which of them somebody kept. */
final readonly class CulledMoment
{
    /**
     * @param  non-empty-list<array{parts: array<string, float|null>, isKept: bool}>  $frames  parts by the names of
     *     `Weights`
     */
    private function __construct(public array $frames)
    {
    }

    /**
     * @param  non-empty-list<FrameParts>  $frames  of one moment
     * @param  array<int, bool>  $kept  frame => whether it was kept
     */
    public static function of(array $frames, array $kept): self
    {
        return new self(array_map(
            fn (FrameParts $frame): array => ['parts' => $frame->values, 'isKept' => $kept[$frame->id] ?? false],
            $frames,
        ));
    }

    /** Whether somebody had to choose: some frames were kept and some were not. */
    public function isChoice(): bool
    {
        $kept = array_column($this->frames, 'isKept');

        return in_array(true, $kept, true) && in_array(false, $kept, true);
    }

    /**
     * Each frame against the mean of its moment: only there do two frames compete.
     *
     * @return list<list<float>> values in the order of `Weights::NAMES`; what is not known is no difference
     */
    public function differences(): array
    {
        $rows = array_fill(0, count($this->frames), []);
        foreach (array_keys(Weights::NAMES) as $name) {
            $parts = array_map(fn (array $frame): ?float => $frame['parts'][$name] ?? null, $this->frames);
            $known = array_filter($parts, fn (?float $part): bool => $part !== null);
            $mean = $known === [] ? 0.0 : array_sum($known) / count($known);
            foreach ($parts as $i => $part) {
                $rows[$i][] = $part === null ? 0.0 : $part - $mean;
            }
        }

        return $rows;
    }

    /** Whether the frame that weights put first was kept. */
    public function isHit(Weights $weights): bool
    {
        $best = [-1.0, false];
        foreach ($this->frames as $frame) {
            $mean = $weights->mean($frame['parts']);
            $best = $mean > $best[0] ? [$mean, $frame['isKept']] : $best;
        }

        return $best[1];
    }
}
