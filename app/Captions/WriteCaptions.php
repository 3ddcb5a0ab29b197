<?php

declare(strict_types=1);

namespace App\Captions;

use App\Ingest\CardFile;
use App\Ingest\Disk;
use App\Ingest\Frame;
use App\Ingest\Place;
use App\Ingest\Places;
use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Kanpai\Core\Caption\UnreadableSidecar;
use Kanpai\Core\Caption\XmpSidecar;
use Kanpai\Core\Card\FileKind;

/** Writes an XMP sidecar beside the copies of each captioned frame, in every place. Originals are not touched. */
final class WriteCaptions extends WorkInTurns
{
    protected function turn(Task $task): bool
    {
        $shoot = Shoot::query()->findOrFail($task->shoot_id);
        $left = fn () => FrameCaption::query()->where('shoot_id', $shoot->id)->whereNull('written_at');
        $total = max($task->total, $left()->count());
        $task->begin($total);
        $done = $total - $left()->count();
        foreach ($left()->with('frame.files.copies')->limit(1000)->get() as $caption) {
            try {
                $this->write($shoot, $caption);
            } catch (UnreadableSidecar $reason) {
                $caption->frame->files->first()?->update(['problem' => $reason->getMessage()]);
            }
            FrameCaption::query()->whereKey($caption->frame_id)->where('fields', $caption->getRawOriginal('fields'))->update(['written_at' => now()]);
            if (! $task->reach(++$done) || $this->isTurnOver()) {
                return false;
            }
        }

        return $left()->doesntExist();
    }

    private function write(Shoot $shoot, FrameCaption $caption): void
    {
        $frame = $caption->frame;
        foreach ($this->places($shoot) as $name => $place) {
            foreach (self::sidecars($frame, $name) as $below) {
                $path = "{$place}/{$below}";
                $text = app(XmpSidecar::class)->write(is_file($path) ? (string) file_get_contents($path) : null, $caption->caption(), $frame->verdict->xmpRating($frame->rating), $shoot->zone()->format($frame->taken_ms, 'Y-m-d\TH:i:s.vP'));
                file_put_contents(Disk::temporary($path), $text);
                rename(Disk::temporary($path), $path);
            }
        }
    }

    /** @return array<string, string> the places whose disks are there */
    private function places(Shoot $shoot): array
    {
        return app(Places::class)->all($shoot->studio_id)->filter(fn (Place $place): bool => $place->isThere())->pluck('path', 'name')->all();
    }

    /**
     * The sidecar of a frame has the base name of its files, raw and JPEG alike; where the card brought one of that
     * name, ours carries the picture's whole name.
     *
     * @return list<string> below the place
     */
    public static function sidecars(Frame $frame, string $place): array
    {
        $paths = [];
        // What the card brought is an original, and never written to.
        $originals = $frame->files->map(fn (CardFile $file): string => strtolower($file->destination))->all();
        foreach ($frame->files as $file) {
            if (in_array($file->kind, [FileKind::Jpeg, FileKind::Raw], true) && $file->copies->contains('place', $place)) {
                $path = preg_replace('/\.[^.\/]+$/', '', $file->destination).'.xmp';
                $paths[] = in_array(strtolower($path), $originals, true) ? $file->destination.'.xmp' : $path;
            }
        }

        return array_values(array_unique($paths));
    }
}
