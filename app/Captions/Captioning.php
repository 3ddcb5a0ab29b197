<?php

declare(strict_types=1);

namespace App\Captions;

use App\Ingest\Frame;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Caption\CaptionSheet;
use Kanpai\Core\Cull\FrameFilter;

/** Fills a caption sheet in for frames. */
final class Captioning
{
    private const BATCH = 500;

    /** @return array<string, string> what stands in the placeholders for a frame */
    public function values(Shoot $shoot, Frame $frame, int $number): array
    {
        $zone = $shoot->zone();

        return [
            'shoot' => $shoot->name,
            'client' => $shoot->client,
            'place' => $shoot->place,
            'studio' => $shoot->studio->name,
            'shooter' => $frame->card->shooter,
            'body' => $frame->body->label(),
            'lens' => (string) $frame->lens,
            'date' => $zone->format($frame->taken_ms, 'Y-m-d'),
            'day' => $zone->format($frame->taken_ms, 'j F Y'),
            'time' => $zone->format($frame->taken_ms, 'H:i:s'),
            'year' => $zone->format($frame->taken_ms, 'Y'),
            'number' => (string) $number,
            'name' => $frame->name,
        ];
    }

    /**
     * Applies the sheet; what stood in the captions of these frames is replaced.
     *
     * @param  callable(int $done): void  $progress
     */
    public function apply(Shoot $shoot, CaptionSheet $sheet, FrameFilter $filter, callable $progress): void
    {
        $done = 0;
        $numbers = $this->numbers($shoot);
        foreach ($this->frames($shoot, $filter)->with('card', 'body')->get()->chunk(self::BATCH) as $frames) {
            $rows = [];
            foreach ($frames as $frame) {
                $caption = $sheet->fill($this->values($shoot, $frame, $numbers[$frame->id]));
                $rows[] = ['frame_id' => $frame->id, 'shoot_id' => $shoot->id, 'fields' => json_encode($caption->values(), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE), 'written_at' => null];
            }
            DB::table('captions')->upsert($rows, ['frame_id'], ['fields', 'written_at']);
            $progress($done += count($rows));
        }
    }

    /** @return Builder<Frame> */
    public function frames(Shoot $shoot, FrameFilter $filter): Builder
    {
        return Frame::meeting($shoot, $filter);
    }

    /** @return array<int, int> frame => place in the merged order, from 1 */
    public function numbers(Shoot $shoot): array
    {
        return array_map(fn (int $place): int => $place + 1, array_flip(Frame::inOrder($shoot)->pluck('id')->all()));
    }
}
