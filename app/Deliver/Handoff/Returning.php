<?php

declare(strict_types=1);

namespace App\Deliver\Handoff;

use App\Deliver\DeliveryFile;
use App\Deliver\Way\Original;
use App\Frames\Frame;
use App\Imaging\UnableToMakePicture;
use App\Ingest\Versions;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Copies\UnableToCopy;
use Kanpai\Core\Deliver\Handoff\NameMatch;

/**
 * Takes in what comes back: matched by name to a frame, it stands for it from then on. What matches none or several is
 * asked about, not guessed.
 */
final class Returning
{
    public function __construct(private readonly Versions $versions)
    {
    }

    /** A file is here; it is looked at by a worker. */
    public function note(
        Shoot $shoot,
        ?Handoff $handoff,
        string $name,
        string $stored,
        ?string $seen = null,
    ): ReturnedFile {
        $file = ReturnedFile::query()->createOrFirst(
            ['shoot_id' => $shoot->id, 'seen' => $seen ?? hash('xxh128', $stored)],
            [
                'handoff_id' => $handoff?->id,
                'name' => mb_substr(mb_scrub($name), 0, 400),
                'stored' => $stored,
                'bytes' => (int) @filesize($stored),
                'state' => ReturnState::New,
                'came_at' => now(),
            ],
        );
        $this->start($shoot);

        return $file;
    }

    public function start(Shoot $shoot): void
    {
        DB::transaction(function () use ($shoot): void {
            Shoot::query()->whereKey($shoot->id)->lockForUpdate()->first();
            if (! TakeReturns::isUnderWay($shoot)) {
                TakeReturns::open($shoot, 'Taking in what came back', 1);
            }
        });
    }

    public function takeIn(ReturnedFile $file): void
    {
        // Somebody has decided where it belongs.
        $found =
            $file->frame_id !== null
                ? [$file->frame_id]
                : (NameMatch::of($file->name, $this->names($file)) ?:
                NameMatch::of($file->name, $this->camerasNames($file)));
        if (count($found) !== 1) {
            $file->update(['state' => ReturnState::Asked, 'candidates' => $found]);

            return;
        }
        $this->takeAs($file, Frame::query()->with('shoot.studio', 'card')->findOrFail($found[0]));
    }

    /** Somebody decided to which frame it belongs. */
    public function answer(ReturnedFile $file, Frame $frame): void
    {
        $file->update(['state' => ReturnState::New, 'frame_id' => $frame->id]);
        $this->start($file->shoot);
    }

    private function takeAs(ReturnedFile $file, Frame $frame): void
    {
        $from = $file->handoff === null ? 'the watched folder' : $file->handoff->delivery->name;
        try {
            $version = $this->versions->add($frame, $file->stored, $file->name, $from);
        } catch (UnableToMakePicture|UnableToCopy $reason) {
            $this->refuse($file, $reason->getMessage());

            return;
        }
        $file->update([
            'state' => ReturnState::Taken,
            'frame_id' => $frame->id,
            'version_id' => $version->id,
            'problem' => null,
        ]);
        self::noteReturn($file, $frame);
        // What came by a link is in the places now; a watched folder is somebody else's.
        if ($file->handoff_id !== null) {
            @unlink($file->stored);
        }
    }

    private static function noteReturn(ReturnedFile $file, Frame $frame): void
    {
        HandoffFrame::query()
            ->where('frame_id', $frame->id)
            ->when($file->handoff_id !== null, fn ($frames) => $frames->where('handoff_id', $file->handoff_id))
            ->update(['returned_round' => DB::raw('round')]);
    }

    /** Somebody decided that it belongs nowhere. */
    public function leave(ReturnedFile $file): void
    {
        if ($file->handoff_id !== null) {
            @unlink($file->stored);
        }
        $file->update(['state' => ReturnState::Left]);
    }

    /**
     * @return array<int, string>
     *   frames that a file may belong to: those of the handoff, by the names they went out under, or all of the shoot
     */
    private function names(ReturnedFile $file): array
    {
        if ($file->handoff === null) {
            return Frame::names($file->shoot)[0];
        }
        $own = Frame::query()
            ->whereIn('id', HandoffFrame::query()->where('handoff_id', $file->handoff_id)->select('frame_id'))
            ->toBase()
            ->pluck('name', 'id')
            ->all();
        $out = DeliveryFile::query()
            ->where('delivery_id', $file->handoff->delivery_id)
            ->where('way', 'like', Original::PREFIX.'%')
            ->whereNotNull('frame_id')
            ->orderBy('id')
            ->toBase()
            ->pluck('name', 'frame_id')
            ->all();

        return array_map(strval(...), $out + $own);
    }

    /** @return array<int, string> what the cameras called the same frames, where their copies were renamed since */
    private function camerasNames(ReturnedFile $file): array
    {
        $names = Frame::names($file->shoot)[1];

        return $file->handoff_id === null
            ? $names
            : array_intersect_key(
                $names,
                HandoffFrame::query()->where('handoff_id', $file->handoff_id)->pluck('frame_id', 'frame_id')->all(),
            );
    }

    /** Sent once more under its name it takes the place of the one that was no good. */
    private function refuse(ReturnedFile $file, string $why): void
    {
        ReturnedFile::query()
            ->where([...$file->only('shoot_id', 'handoff_id', 'name'), 'state' => ReturnState::Refused])
            ->whereKeyNot($file->id)
            ->update(['state' => ReturnState::Left]);
        $file->update(['state' => ReturnState::Refused, 'problem' => mb_substr($why, 0, 400)]);
    }
}
