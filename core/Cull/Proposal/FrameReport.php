<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Proposal;

use Kanpai\Core\Imaging\Blur;
use Kanpai\Core\Imaging\Faces\Lids;

/** A frame within its moment: how good it is, and what speaks for and against it. */
final readonly class FrameReport
{
    /**
     * @param  float  $score  0 to 1
     * @param  array<string, float|null>  $parts  by the names of `Weights`
     * @param  array<int, string>  $words  person => what is to be said of the face
     * @param  list<int>  $faulty  people whose faces have a fault
     * @param  int  $known  people of whom it can be said whether their eyes are open
     * @param  int  $open  of them, those with open eyes, or closed ones that are meant
     * @param  bool  $isDoubtful  whether somebody should look: eyes that are unsure
     */
    public function __construct(
        public MeasuredFrame $frame,
        public float $score,
        public array $parts,
        public array $words,
        public array $faulty,
        public int $known,
        public int $open,
        public bool $isDoubtful,
    ) {
    }

    /** Whether everybody whose eyes can be seen has them open, or closed on purpose. */
    public function hasAllEyesOpen(): bool
    {
        return $this->open === $this->known;
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
        if ($this->known === 0) {
            return '';
        }

        return $this->open === $this->known
            ? "eyes open {$this->open} of {$this->known}"
            : 'eyes closed '.($this->known - $this->open)." of {$this->known}";
    }

    /** @param  list<self>  $others */
    private function sharperInWords(array $others): string
    {
        $own = $this->parts['sharp'];
        $rivals = array_filter($others, fn (self $other): bool => $other->frame->id !== $this->frame->id);
        if ($own === null) {
            return '';
        }
        if ($rivals === []) {
            return 'sharpness '.round($own, 2).' of the usual';
        }
        $softer = array_filter($rivals, fn (self $other): bool => ($other->parts['sharp'] ?? 0) < $own - 0.04);
        $sharper = array_filter($rivals, fn (self $other): bool => ($other->parts['sharp'] ?? 0) > $own + 0.04);

        [$less, $more] = [count($softer), count($sharper)];

        return match (true) {
            $less === count($rivals) => 'the sharpest',
            $less > 0 && $less >= $more => 'sharper than '.self::names($softer),
            $more > 0 => 'softer than '.self::names($sharper),
            default => 'as sharp as the others',
        };
    }

    /** @return list<string> */
    private function besides(): array
    {
        $frame = $this->frame;
        $isCutOff = array_filter($frame->faces, fn (SeenFace $face): bool => $face->isCutOff()) !== [];
        $away = count(array_filter($frame->faces, fn (SeenFace $face): bool => $face->looksAtTheCamera() === false));

        return array_values(array_filter([
            $away > 0 ? ($away === 1 ? '1 looks away' : "{$away} look away") : '',
            $frame->lights > 0.02 ? round(100 * $frame->lights).' % clipped' : '',
            $frame->tilt !== null && abs($frame->tilt) > 1 ? 'tilted by '.round(abs($frame->tilt), 1).'°' : '',
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

    /** @return array{string, bool} what is to be said of a face, and whether it is a fault */
    public static function ofFace(SeenFace $face, ?Meant $meant, float $sharpness): array
    {
        return match (true) {
            $face->lids === Lids::Closed && $meant !== null => ['eyes closed: '.$meant->inWords(), false],
            $face->lids === Lids::Closed => ['eyes closed', true],
            $sharpness < 0.55 => ['soft', true],
            $face->lids === Lids::Unsure => ['unsure', false],
            $face->lids === Lids::Small => ['small', false],
            $face->looksAtTheCamera() === false => ['looks away', false],
            default => ['eyes open', false],
        };
    }
}
