<?php

declare(strict_types=1);

namespace App\Cull;

use App\Captions\FrameCaption;
use App\Ingest\Frame;
use App\Studio\Member;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Cull\InvalidMark;

/**
 * Puts marks on frames and takes them back. Every mark is kept; one that comes a second time changes nothing.
 */
final class Marking
{
    /**
     * @throws InvalidMark
     */
    public function mark(Shoot $shoot, Member $member, string $uuid, int $frameId, ?string $verdict, ?int $rating): void
    {
        DB::transaction(function () use ($shoot, $member, $uuid, $frameId, $verdict, $rating): void {
            $frame = Frame::query()->where('shoot_id', $shoot->id)->whereKey($frameId)->lockForUpdate()->first();
            if ($frame === null || Mark::query()->where('uuid', $uuid)->exists()) {
                return;
            }
            $before = $frame->standing();
            $after = $before->marked($verdict, $rating);
            Mark::query()->create([
                'uuid' => $uuid, 'shoot_id' => $shoot->id, 'frame_id' => $frame->id, 'member_id' => $member->id,
                'verdict_before' => $before->verdict, 'verdict' => $after->verdict, 'rating_before' => $before->rating, 'rating' => $after->rating, 'made_at' => now(),
            ]);
            $frame->update(['verdict' => $after->verdict, 'rating' => $after->rating]);
            $this->outdate($frame);
        });
    }

    /** Gives the frame back what the mark changed, as far as nobody has changed it since. */
    public function takeBack(Shoot $shoot, Member $member, string $uuid): void
    {
        DB::transaction(function () use ($shoot, $member, $uuid): void {
            $mark = Mark::query()->where(['shoot_id' => $shoot->id, 'member_id' => $member->id, 'uuid' => $uuid])->whereNull('taken_back_at')->lockForUpdate()->first();
            $frame = $mark === null ? null : Frame::query()->whereKey($mark->frame_id)->lockForUpdate()->first();
            if ($mark === null || $frame === null) {
                return;
            }
            $mark->update(['taken_back_at' => now()]);
            if ($frame->verdict === $mark->verdict) {
                $frame->verdict = $mark->verdict_before;
            }
            if ($frame->rating === $mark->rating) {
                $frame->rating = $mark->rating_before;
            }
            $frame->save();
            $this->outdate($frame);
        });
    }

    /** The sidecar carries the rating, so it is behind now. */
    private function outdate(Frame $frame): void
    {
        FrameCaption::query()->whereKey($frame->id)->update(['written_at' => null]);
    }
}
