<?php

declare(strict_types=1);

namespace App\Cull\Propose;

use App\Studio\Shoot;
use Kanpai\Core\Cull\Proposal\FrameReport;
use Kanpai\Core\Cull\Proposal\MeasuredFrame;
use Kanpai\Core\Cull\Proposal\MomentReport;
use Kanpai\Core\Cull\Proposal\People;
use Kanpai\Core\Cull\Proposal\SeenFace;

/** The people of a moment against its frames, as the culling page shows them. */
final class MomentPeople
{
    /**
     * @return array{people: list<string>, warning: string, frames: list<array<string, mixed>>} frames in the order of
     *     time; of those that were not measured nothing
     */
    public static function of(Shoot $shoot, int $moment): array
    {
        $frames = MeasuredFrames::ofMoment($shoot, $moment);
        if ($frames === []) {
            return ['people' => [], 'warning' => '', 'frames' => []];
        }
        $report = MomentReport::of($frames, ProposalSettings::of($shoot)->weights);
        $rows = array_map(fn (FrameReport $frame): array => self::row($frame, $report), $report->frames);
        $times = array_map(fn (FrameReport $frame): int => $frame->frame->taken, $report->frames);
        array_multisort($times, $rows);

        return [
            'people' => self::places($report->people->count),
            'warning' => $report->warning(),
            'frames' => array_values($rows),
        ];
    }

    /** @return list<string> what each place is called, from left to right */
    private static function places(int $count): array
    {
        return array_map(
            fn (int $person): string => People::placeInWords($person, $count),
            $count === 0 ? [] : range(0, $count - 1),
        );
    }

    /** @return array<string, mixed> */
    private static function row(FrameReport $report, MomentReport $moment): array
    {
        return [
            'id' => $report->frame->id,
            'name' => $report->frame->name,
            'rank' => 1 + (int) array_search($report, $moment->frames, true),
            'reason' => $report->reason($moment->frames),
            'parts' => array_map(
                fn (?float $part): ?float => $part === null ? null : round($part, 2),
                $report->parts->values,
            ),
            'eyes' => [min($report->faces->open, $report->faces->known), $report->faces->known],
            'looks' => self::looks($report->frame),
            'good' => count($report->faces->words) - count($report->faces->faulty),
            'faces' => self::faces($report, $moment->people->faces[$report->frame->id] ?? []),
        ];
    }

    /**
     * @param  array<int, int>  $places  person => place of the face in the frame
     * @return list<array{person: int, box: list<float>, word: string, isFault: bool}>
     */
    private static function faces(FrameReport $report, array $places): array
    {
        $faces = [];
        foreach ($places as $person => $i) {
            $face = $report->frame->faces[$i];
            $box = [$face->left, $face->top, $face->width, $face->height];
            $faces[] = [
                'person' => $person,
                'box' => array_map(fn (float $share): float => round($share, 4), $box),
                'word' => $report->faces->words[$person],
                'isFault' => in_array($person, $report->faces->faulty, true),
            ];
        }

        return $faces;
    }

    /** @return array{int, int} people who look at the camera, and those of whom it can be said */
    private static function looks(MeasuredFrame $frame): array
    {
        $looks = array_map(fn (SeenFace $face): ?bool => $face->looksAtTheCamera(), $frame->faces);
        $known = array_filter($looks, fn (?bool $looks): bool => $looks !== null);

        return [count(array_filter($known)), count($known)];
    }
}
