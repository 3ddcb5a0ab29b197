<?php

declare(strict_types=1);

namespace App\Deliver\Handoff;

use App\Captions\Sidecars;
use App\Copies\Places;
use App\Deliver\Way\FrameToDeliver;
use App\Frames\Frame;
use App\Looks\FrameLook;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Captions\XmpSidecar;
use Kanpai\Core\Frames\Metadata\UnreadableSidecar;
use Kanpai\Core\Frames\Verdict;

/**
 * The sidecar of a frame as it is beside a copy, where other software may have written into it; with what Kanpai
 * knows of the frame.
 */
final readonly class CurrentSidecar
{
    public function __construct(private Places $places, private XmpSidecar $sidecar)
    {
    }

    public function of(FrameToDeliver $frame): string
    {
        try {
            return $this->write($frame, $this->existing($frame->frame));
        } catch (UnreadableSidecar) {
            return $this->write($frame, null);
        }
    }

    private function existing(Frame $frame): ?string
    {
        $folders = $this->places->folders($frame->shoot->studio_id);
        foreach (DB::table('sidecars')->where('frame_id', $frame->id)->orderBy('id')->get(['place', 'path']) as $row) {
            $path = ($folders[$row->place] ?? '').'/'.$row->path;
            if (is_file($path)) {
                return (string) file_get_contents($path);
            }
        }

        return null;
    }

    /** @throws UnreadableSidecar */
    private function write(FrameToDeliver $given, ?string $before): string
    {
        $frame = $given->frame;
        $ours = Sidecars::ours($frame);

        return $this->sidecar->write(
            $before,
            $given->caption(),
            $ours['rating'],
            $frame->shoot->zone()->format($frame->taken_ms, 'Y-m-d\TH:i:s.vP'),
            $ours['label'] ?: null,
            $frame->verdict === Verdict::Open ? null : $frame->verdict === Verdict::Keep,
            FrameLook::written($frame),
        );
    }
}
