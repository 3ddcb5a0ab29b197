<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Proposal;

use Kanpai\Core\Imaging\Blur;
use Kanpai\Core\Imaging\Faces\Lids;

/** The frames of one moment against each other. */
final readonly class MomentReport
{
    /** A blurred frame is worth so much of a sharp one. */
    private const BLURRED = 0.55;

    /**
     * Stops beside the moment's own brightness and share of clipped lights: what costs nothing, and beyond it what
     * leaves nothing. Degrees of tilt beyond the first likewise.
     */
    private const STOPS = [0.35, 2.0];

    private const CLIPPED = [0.01, 0.25];

    private const TILTED = 6.0;

    /** @param  non-empty-list<FrameReport>  $frames  the best first */
    private function __construct(public array $frames, public People $people)
    {
    }

    /** @param  non-empty-list<MeasuredFrame>  $frames  of one moment, in the order of time */
    public static function of(array $frames, Weights $weights): self
    {
        $people = People::of($frames);
        $meant = Closures::meant($frames, $people);
        $sharpest = self::sharpestFaces($frames, $people);
        $ev = self::usualBrightness($frames);
        $reports = array_map(
            fn (MeasuredFrame $frame): FrameReport => self::report(
                $frame,
                $people->faces[$frame->id] ?? [],
                $meant[$frame->id] ?? [],
                $sharpest,
                $ev,
                $weights,
            ),
            $frames,
        );
        usort($reports, fn (FrameReport $a, FrameReport $b): int => [$b->score, $a->frame->taken] <=>
            [$a->score, $b->frame->taken]);

        return new self($reports, $people);
    }

    /** @param  non-empty-list<MeasuredFrame>  $frames */
    private static function usualBrightness(array $frames): float
    {
        $evs = array_map(fn (MeasuredFrame $frame): float => $frame->ev, $frames);
        sort($evs);

        return $evs[intdiv(count($evs), 2)];
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
        $isBlurred = $this->all(fn (FrameReport $report): bool => $report->frame->blur !== Blur::None);
        $isBlinking = $this->all(fn (FrameReport $report): bool => ! $report->faces->hasAllEyesOpen());
        $wrong = match (true) {
            $isBlurred && count($this->frames) > 1 => 'All frames of this moment are out of focus or moved',
            $isBlurred => 'This frame is '.$best->frame->blur->inWords(),
            $isBlinking => 'In no frame has everybody open eyes',
            default => '',
        };

        return $wrong === '' || count($this->frames) === 1 ? $wrong : "{$wrong}; {$best->frame->name} is the least bad";
    }

    /** @param  callable(FrameReport): bool  $holds */
    private function all(callable $holds): bool
    {
        return array_filter($this->frames, $holds) === $this->frames;
    }

    /**
     * @param  array<int, int>  $places  person => place of the face in the frame
     * @param  array<int, Meant>  $meant  person => why closed eyes are
     * @param  array<int, float>  $sharpest  person => sharpness of the sharpest face
     */
    private static function report(
        MeasuredFrame $frame,
        array $places,
        array $meant,
        array $sharpest,
        float $ev,
        Weights $weights,
    ): FrameReport {
        $faces = FaceTally::of($frame, $places, $meant, $sharpest);
        $parts = [
            'sharp' => self::sharp($frame, $faces->shares),
            'eyes' => $faces->openness(),
            'contact' => self::contact($frame),
            'smile' => self::smile($frame),
            'light' => self::light($frame, $ev),
            'whole' => self::whole($frame),
        ];
        $score = $weights->mean($parts) * ($frame->blur === Blur::None ? 1.0 : self::BLURRED);

        return new FrameReport($frame, $score, $parts, $faces);
    }

    /**
     * Of the picture, and of the faces, each against its sharpest in the moment.
     *
     * @param  list<float>  $shares
     */
    private static function sharp(MeasuredFrame $frame, array $shares): ?float
    {
        $faces = self::mean($shares);

        return $frame->sharp === null ? $faces : ($faces === null ? $frame->sharp : ($frame->sharp + $faces) / 2);
    }

    /** Of faces large enough that an expression can be told. */
    private static function smile(MeasuredFrame $frame): ?float
    {
        $large = array_filter($frame->faces, fn (SeenFace $face): bool => $face->lids !== Lids::Small);

        return self::mean(array_map(fn (SeenFace $face): float => $face->smile, $large));
    }

    /** @param  float  $ev  of the moment */
    private static function light(MeasuredFrame $frame, float $ev): float
    {
        $beside = max(0.0, abs($frame->ev - $ev) - self::STOPS[0]) / self::STOPS[1];
        $clipped = max(0.0, $frame->lights - self::CLIPPED[0]) / self::CLIPPED[1];

        return max(0.0, 1 - $beside) * max(0.0, 1 - $clipped);
    }

    private static function contact(MeasuredFrame $frame): ?float
    {
        $looks = array_filter(
            array_map(fn (SeenFace $face): ?bool => $face->looksAtTheCamera(), $frame->faces),
            fn (?bool $looks): bool => $looks !== null,
        );

        return self::mean(array_map(floatval(...), $looks));
    }

    private static function whole(MeasuredFrame $frame): float
    {
        $cut = count(array_filter($frame->faces, fn (SeenFace $face): bool => $face->isCutOff()));
        $tilt = max(0.0, abs($frame->tilt ?? 0.0) - 1.0);

        return max(0.0, 1 - $cut / max(1, count($frame->faces))) * max(0.0, 1 - $tilt / self::TILTED);
    }

    /**
     * @param  list<MeasuredFrame>  $frames
     * @return array<int, float> person => sharpness of the sharpest face
     */
    private static function sharpestFaces(array $frames, People $people): array
    {
        $sharpest = [];
        foreach ($frames as $frame) {
            foreach ($people->faces[$frame->id] ?? [] as $person => $i) {
                $sharpest[$person] = max($sharpest[$person] ?? 0.0, $frame->faces[$i]->sharpness);
            }
        }

        return $sharpest;
    }

    /** @param  array<float>  $values */
    private static function mean(array $values): ?float
    {
        return $values === [] ? null : array_sum($values) / count($values);
    }
}
