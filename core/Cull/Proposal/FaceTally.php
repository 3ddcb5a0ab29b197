<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Proposal;

use Kanpai\Core\Imaging\Faces\Lids;

/** What is to be said of the faces of a frame, person by person, and how many have open eyes. */
final readonly class FaceTally
{
    /** Eyes that are unsure count so much as open ones. */
    private const UNSURE = 0.6;

    /** A face so much softer than its sharpest in the moment is soft. */
    private const SOFT = 0.55;

    /**
     * @param  array<int, string>  $words  person => what is to be said of the face
     * @param  list<int>  $faulty  people whose faces have a fault
     * @param  list<float>  $shares  sharpness of the faces, each against its sharpest in the moment
     * @param  int  $known  people of whom it can be said whether their eyes are open
     * @param  int  $open  of them, those with open eyes, or closed ones that are meant
     * @param  int  $unsure  people of whom it cannot
     */
    private function __construct(
        public array $words,
        public array $faulty,
        public array $shares,
        public int $known,
        public int $open,
        public int $unsure,
    ) {
    }

    /**
     * @param  array<int, int>  $places  person => place of the face in the frame
     * @param  array<int, Meant>  $meant  person => why closed eyes are
     * @param  array<int, float>  $sharpest  person => sharpness of the sharpest face
     */
    public static function of(MeasuredFrame $frame, array $places, array $meant, array $sharpest): self
    {
        [$words, $faulty, $shares] = [[], [], []];
        [$known, $open, $unsure] = [0, 0, 0];
        foreach ($places as $person => $i) {
            $face = $frame->faces[$i];
            $shares[] = $share = $face->sharpness / max(1e-6, $sharpest[$person]);
            [$words[$person], $isFault] = self::word($face, $meant[$person] ?? null, $share);
            if ($isFault) {
                $faulty[] = $person;
            }
            $isOpen = $face->lids === Lids::Open;
            $known += $isOpen || $face->lids === Lids::Closed ? 1 : 0;
            $open += $isOpen || isset($meant[$person]) ? 1 : 0;
            $unsure += $face->lids === Lids::Unsure ? 1 : 0;
        }

        return new self($words, $faulty, $shares, $known, $open, $unsure);
    }

    /** Whether everybody whose eyes can be seen has them open, or closed on purpose. */
    public function hasAllEyesOpen(): bool
    {
        return $this->open >= $this->known;
    }

    /** @return float|null 0 to 1; null where no eyes can be seen */
    public function openness(): ?float
    {
        $all = $this->known + $this->unsure;

        return $all === 0 ? null : min(1.0, ($this->open + self::UNSURE * $this->unsure) / $all);
    }

    /** @return array{string, bool} what is to be said of a face, and whether it is a fault */
    private static function word(SeenFace $face, ?Meant $meant, float $sharpness): array
    {
        return match (true) {
            $face->lids === Lids::Closed && $meant !== null => ['eyes closed: '.$meant->inWords(), false],
            $face->lids === Lids::Closed => ['eyes closed', true],
            $sharpness < self::SOFT => ['soft', true],
            $face->lids === Lids::Unsure => ['unsure', false],
            $face->lids === Lids::Small => ['small', false],
            $face->lids === Lids::Hidden => ['eyes hidden', false],
            $face->looksAtTheCamera() === false => ['looks away', false],
            default => ['eyes open', false],
        };
    }
}
