<?php

declare(strict_types=1);

namespace App\Deliver\Handoff;

use App\Deliver\DeliveryFile;
use App\Deliver\Way\FrameToDeliver;
use App\Deliver\Way\Original;
use App\Frames\CardFile;

/**
 * What the files of a frame are called without their endings: all of a frame alike, so that an editor finds the
 * sidecar; two frames of a delivery never.
 */
final readonly class HandoffStem
{
    public function __construct(private FrameToDeliver $frame, private CardFile $original)
    {
    }

    public function text(): string
    {
        return $this->ofEarlierFile() ?? $this->free(pathinfo($this->original->destination, PATHINFO_FILENAME));
    }

    private function ofEarlierFile(): ?string
    {
        $name = DeliveryFile::query()
            ->where(['delivery_id' => $this->frame->delivery->id, 'frame_id' => $this->frame->frame->id])
            ->where('way', 'like', Original::PREFIX.'%')
            ->orderBy('id')
            ->value('name');

        return $name === null ? null : pathinfo((string) $name, PATHINFO_FILENAME);
    }

    private function free(string $stem): string
    {
        for ($n = 1, $free = $stem; $this->isTaken($free); $n++) {
            // Not -2: an editor would call a second picture so.
            $free = $stem.'_card'.$this->frame->frame->card->number.($n === 1 ? '' : "_{$n}");
        }

        return $free;
    }

    private function isTaken(string $stem): bool
    {
        return DeliveryFile::query()
            ->where('delivery_id', $this->frame->delivery->id)
            ->where('frame_id', '<>', $this->frame->frame->id)
            ->where('name', 'like', addcslashes($stem, '%_\\').'.%')
            ->exists();
    }
}
