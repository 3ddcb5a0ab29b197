<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Proposal;

use Kanpai\Core\Imaging\Blur;

/** A frame within its moment: how good it is, and what speaks for and against it. */
final readonly class FrameReport
{
    /** Frames within so much of each other's sharpness are equally sharp. */
    private const EQUAL = 0.04;

    public function __construct(
        public MeasuredFrame $frame,
        public FrameParts $parts,
        public FaceTally $faces,
    ) {
    }

    /**
     * What speaks for it, or against it, in words and figures.
     *
     * @param  list<self>  $others  of the same moment
     */
    public function reason(array $others): string
    {
        $said = array_filter([
            $this->blurInWords(),
            $this->eyesInWords(),
            $this->sharperInWords($others),
            ...$this->besides(),
        ]);

        return implode(', ', $said);
    }

    private function blurInWords(): string
    {
        return $this->frame->blur === Blur::None ? '' : $this->frame->blur->inWords();
    }

    private function eyesInWords(): string
    {
        [$open, $known] = [$this->faces->open, $this->faces->known];

        return match (true) {
            $known === 0 => '',
            $open >= $known => "eyes open {$known} of {$known}",
            default => 'eyes closed '.($known - $open)." of {$known}",
        };
    }

    /** @param  list<self>  $others */
    private function sharperInWords(array $others): string
    {
        $own = $this->parts->values['sharp'];
        $rivals = array_filter($others, fn (self $other): bool => $other->frame->id !== $this->frame->id);
        if ($own === null) {
            return '';
        }
        if ($rivals === []) {
            return 'sharpness '.round($own, 2).' of the usual';
        }
        $softer = self::beside($rivals, fn (float $other): bool => $other < $own - self::EQUAL);
        $sharper = self::beside($rivals, fn (float $other): bool => $other > $own + self::EQUAL);
        [$less, $more] = [count($softer), count($sharper)];

        return match (true) {
            $less === count($rivals) => 'the sharpest',
            $less > 0 && $less >= $more => 'sharper than '.self::names($softer),
            $more > 0 => 'softer than '.self::names($sharper),
            default => 'as sharp as the others',
        };
    }

    /**
     * @param  array<self>  $reports
     * @param  callable(float): bool  $holds  of their sharpness
     * @return array<self>
     */
    private static function beside(array $reports, callable $holds): array
    {
        return array_filter($reports, fn (self $report): bool => $holds($report->parts->values['sharp'] ?? 0.0));
    }

    private function tiltInWords(): string
    {
        $tilt = abs($this->frame->tilt ?? 0.0);

        return $tilt > 1 ? 'tilted by '.round($tilt, 1).'°' : '';
    }

    /** @return list<string> */
    private function besides(): array
    {
        $frame = $this->frame;
        $isCutOff = array_filter($frame->faces, fn (SeenFace $face): bool => $face->isCutOff()) !== [];
        $away = count(array_filter($frame->faces, fn (SeenFace $face): bool => $face->looksAtTheCamera() === false));

        return array_values(array_filter([
            $this->parts->values['peak'] === 1.0 ? 'at the peak of the movement' : '',
            $away > 0 ? ($away === 1 ? '1 looks away' : "{$away} look away") : '',
            $frame->lights > 0.02 ? round(100 * $frame->lights).' % clipped' : '',
            $this->tiltInWords(),
            $isCutOff ? 'a face is cut off' : '',
        ]));
    }

    /** @param  array<self>  $reports */
    private static function names(array $reports): string
    {
        $names = array_values(array_map(fn (self $report): string => $report->frame->name, $reports));

        return match (count($names)) {
            1 => $names[0],
            2 => "{$names[0]} and {$names[1]}",
            default => count($names).' others',
        };
    }
}
