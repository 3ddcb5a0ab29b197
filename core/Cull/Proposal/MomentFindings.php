<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Proposal;

use Kanpai\Core\Imaging\Faces\Lids;

/** What is found of the frames of one moment when they are seen together, before anything is weighed. */
final readonly class MomentFindings
{
    /**
     * Stops beside the moment's own brightness and share of clipped lights: what costs nothing, and beyond it what
     * leaves nothing. Degrees of tilt beyond the first likewise.
     */
    private const STOPS = [0.35, 2.0];

    private const CLIPPED = [0.01, 0.25];

    private const TILTED = 6.0;

    /**
     * @param  non-empty-list<MeasuredFrame>  $frames  in the order of time
     * @param  non-empty-array<int, FaceTally>  $faces  by frame
     * @param  non-empty-list<FrameParts>  $parts  in the same order
     */
    private function __construct(public array $frames, public People $people, public array $faces, public array $parts)
    {
    }

    /** @param  non-empty-list<MeasuredFrame>  $frames  of one moment, in the order of time */
    public static function of(array $frames): self
    {
        $people = People::of($frames);
        $meant = Closures::meant($frames, $people);
        $sharpest = self::sharpestFaces($frames, $people);
        $peak = Peak::of($frames, $people);
        $ev = self::usualBrightness($frames);
        $faces = $parts = [];
        foreach ($frames as $frame) {
            $faces[$frame->id] = FaceTally::of(
                $frame,
                $people->faces[$frame->id] ?? [],
                $meant[$frame->id] ?? [],
                $sharpest,
            );
            $parts[] = self::parts($frame, $faces[$frame->id], $ev, $peak[$frame->id] ?? null);
        }

        return new self($frames, $people, $faces, $parts);
    }

    /**
     * @param  list<MeasuredFrame>  $frames  of many moments, in the order of time
     * @return list<non-empty-list<FrameParts>> by moments
     */
    public static function partsOf(array $frames): array
    {
        $moments = [];
        foreach ($frames as $frame) {
            $moments[$frame->moment][] = $frame;
        }

        return array_values(array_map(fn (array $own): array => self::of($own)->parts, $moments));
    }

    /** @param  float  $ev  of the moment */
    private static function parts(MeasuredFrame $frame, FaceTally $faces, float $ev, ?float $peak): FrameParts
    {
        return FrameParts::of($frame, $faces, [
            'sharp' => self::sharp($frame, $faces->shares),
            'eyes' => $faces->openness(),
            'contact' => self::contact($frame),
            'smile' => self::smile($frame),
            'light' => self::light($frame, $ev),
            'whole' => self::whole($frame),
            'peak' => $peak,
        ]);
    }

    /** @param  non-empty-list<MeasuredFrame>  $frames */
    private static function usualBrightness(array $frames): float
    {
        $evs = array_map(fn (MeasuredFrame $frame): float => $frame->ev, $frames);
        sort($evs);

        return $evs[intdiv(count($evs), 2)];
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
