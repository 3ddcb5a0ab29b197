<?php

declare(strict_types=1);

namespace App\Clocks;

use App\Frames\Frame;
use App\Ingest\Lanes;
use App\Studio\PictureAddress;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Clocks\Clock;
use Kanpai\Core\Frames\CameraTime;
use stdClass;

/** All frames of a shoot by body, as columns, for the page that lays them out over time. */
final class LaneTable
{
    /** @return array<string, mixed> bodies and frames as one moment has them, while cards are read */
    public function of(Shoot $shoot): array
    {
        return DB::transaction(fn (): array => $this->read($shoot));
    }

    /** @return array<string, mixed> */
    private function read(Shoot $shoot): array
    {
        $frames = Frame::inOrder($shoot)
            ->toBase()
            ->select('id', 'body_id', 'taken_ms', 'camera_ms', 'is_dated', 'name', 'small_path', 'large_path');
        $pictures = new PictureAddress();
        $lanes = [];
        foreach (Lanes::of($shoot)->names as $body => $name) {
            $lanes[$body] = ['body' => $body, 'name' => $name, 'frames' => []];
        }
        foreach ($frames->cursor() as $frame) {
            assert($frame instanceof stdClass);
            $lanes[(int) $frame->body_id]['frames'][] = self::row($frame, $pictures);
        }

        return [
            'zone' => $shoot->zone,
            'columns' => ['id', 'at', 'camera', 'name', 'small', 'large'],
            'lanes' => array_values($lanes),
        ];
    }

    /** @return list<mixed> */
    private static function row(stdClass $frame, PictureAddress $pictures): array
    {
        return [
            (int) $frame->id,
            (int) $frame->taken_ms,
            $frame->is_dated ? substr((string) CameraTime::of((int) $frame->camera_ms), 0, 21) : '',
            $frame->name,
            $pictures->to($frame->small_path),
            $pictures->to($frame->large_path),
        ];
    }

    /** @return array<int, int> frame => instant as the camera wrote it, for the dotted ticks of a body */
    public function asRead(Shoot $shoot, int $body): array
    {
        $read = [];
        foreach (
            DB::table('frames')
                ->where(['shoot_id' => $shoot->id, 'body_id' => $body])
                ->get(['id', 'camera_ms', 'camera_zone']) as $frame
        ) {
            $zone = $frame->camera_zone === null ? null : (int) $frame->camera_zone;
            $read[(int) $frame->id] = Clock::asRead()->instant(
                CameraTime::of((int) $frame->camera_ms, $zone),
                $shoot->zone(),
            );
        }

        return $read;
    }
}
