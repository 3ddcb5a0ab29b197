<?php

declare(strict_types=1);

namespace App\Cull;

use App\Ingest\Frame;
use App\Ingest\Lanes;
use App\Studio\Member;
use App\Studio\PictureAddress;
use App\Studio\Shoot;
use Kanpai\Core\Card\CameraTime;
use Kanpai\Core\Cull\Moments;

/** All frames of a shoot as columns, small enough to be sent whole: the browser never waits for the next one. */
final class FrameTable
{
    /** @return array<string, mixed> */
    public function of(Shoot $shoot, Member $member): array
    {
        $zone = $shoot->zone();
        $frames = Frame::inOrder($shoot)->leftJoin('captions', 'captions.frame_id', '=', 'frames.id')
            ->selectRaw('frames.*, JSON_VALUE(captions.fields, \'$.headline\') AS headline')->toBase()->get();
        $names = Lanes::names($shoot);
        $bodies = array_keys($names);
        $place = array_flip($bodies);
        $rows = [];
        $words = new Frame;
        foreach ($frames as $frame) {
            $words->setRawAttributes(['focal_length' => $frame->focal_length, 'exposure' => $frame->exposure, 'f_number' => $frame->f_number, 'iso' => $frame->iso]);
            $rows[] = [
                (int) $frame->id, (int) $frame->taken_ms, $zone->format((int) $frame->taken_ms, 'H:i:s.v'), $place[(int) $frame->body_id], $frame->verdict, (int) $frame->rating,
                (int) $frame->width, (int) $frame->height, $frame->name, PictureAddress::orNothing($frame->small_path), PictureAddress::orNothing($frame->large_path), $words->exposureInWords(), (string) $frame->headline, Frame::pixelsInWords((int) $frame->best_px, (int) $frame->width, (int) $frame->height), $frame->is_dated ? substr((string) CameraTime::of((int) $frame->camera_ms), 11, 10) : 'wrote no time', $frame->label,
            ];
        }

        return [
            'columns' => ['id', 'taken', 'time', 'body', 'verdict', 'rating', 'width', 'height', 'name', 'small', 'large', 'exposure', 'headline', 'pixels', 'camera', 'label'],
            'frames' => $rows,
            'moments' => Moments::of(array_column($rows, 1)),
            'bodies' => array_values($names),
            'bodyIds' => $bodies,
            'history' => Mark::query()->where(['shoot_id' => $shoot->id, 'member_id' => $member->id])->whereNull('taken_back_at')->orderByDesc('id')->limit(100)->get()->reverse()->values()
                ->map(fn (Mark $mark): array => [$mark->uuid, $mark->frame_id, $mark->verdict_before->value, $mark->rating_before])->all(),
        ];
    }
}
