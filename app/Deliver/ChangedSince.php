<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Captions\FrameCaption;
use App\Deliver\Way\FileToDeliver;
use App\Deliver\Way\FrameToDeliver;
use App\Deliver\Way\Way;
use App\Deliver\Way\Ways;
use App\Frames\Frame;
use App\Looks\FrameLook;
use App\Looks\RawOfFrame;
use Illuminate\Database\Eloquent\Collection;
use Kanpai\Core\Frames\Caption\Caption;

/** Which files of a delivery would be made otherwise today. */
final readonly class ChangedSince
{
    /** Frames that are looked at together. */
    private const PIECE = 500;

    public function __construct(private Ways $ways)
    {
    }

    /** @return list<string> names of their frames */
    public function names(Delivery $delivery): array
    {
        $ways = $this->ways($delivery);
        $files = $delivery->current()->whereNotNull('frame_id')->get()->groupBy('frame_id');
        $changed = [];
        foreach ($files->chunk(self::PIECE) as $piece) {
            $ids = array_values(array_map(intval(...), $piece->keys()->all()));
            foreach ($this->frames($delivery, $ids) as $frame) {
                $files = $piece->get($frame->frame->id);
                if ($files !== null && $this->isChanged($frame, $files, $ways)) {
                    $changed[] = $frame->frame->name;
                }
            }
        }

        return $changed;
    }

    /** @return list<Way> without outputs that are gone */
    private function ways(Delivery $delivery): array
    {
        $ways = [];
        foreach ($delivery->ways() as $key) {
            try {
                $ways = [...$ways, ...$this->ways->named([$key])];
            } catch (UnableToDeliver) {
                // What it wrote stays as it is.
            }
        }

        return $ways;
    }

    /**
     * @param  list<int>  $ids
     * @return list<FrameToDeliver>
     */
    private function frames(Delivery $delivery, array $ids): array
    {
        $captions = FrameCaption::query()->whereIn('frame_id', $ids)->get()->keyBy('frame_id');
        $caption = fn (Frame $frame): Caption => $captions->get($frame->id)?->caption() ?? Caption::of([]);

        $frames = Frame::query()
            ->whereKey($ids)
            ->with('shoot.studio', 'files.copies', 'files.sameAs.copies', 'version.copies')
            ->get();
        FrameLook::ofFrames($frames);
        RawOfFrame::ofFrames($frames);

        return array_values(
            $frames
                ->map(fn (Frame $frame): FrameToDeliver => new FrameToDeliver(
                    $frame,
                    $delivery,
                    caption: $caption($frame),
                ))
                ->all(),
        );
    }

    /**
     * @param  Collection<int, DeliveryFile>  $files
     * @param  list<Way>  $ways
     */
    private function isChanged(FrameToDeliver $frame, Collection $files, array $ways): bool
    {
        $own = $files->pluck('fingerprint', 'way')->all();
        foreach ($ways as $way) {
            $isAsked = array_filter(array_keys($own), fn (string $key): bool => $way->owns($key)) !== [];
            foreach ($isAsked ? $this->files($frame, $way) : [] as $file) {
                if (isset($own[$file->key()]) && $own[$file->key()] !== $file->fingerprint()) {
                    return true;
                }
            }
        }

        return false;
    }

    /** @return list<FileToDeliver> none where nothing can be made */
    private function files(FrameToDeliver $frame, Way $way): array
    {
        try {
            return $way->files($frame);
        } catch (UnableToDeliver) {
            return [];
        }
    }
}
