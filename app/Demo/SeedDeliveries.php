<?php

declare(strict_types=1);

namespace App\Demo;

use App\Deliver\Delivering;
use App\Deliver\Delivery;
use App\Deliver\Handoff\Handoff;
use App\Deliver\Handoff\Handoffs;
use App\Deliver\Handoff\Returning;
use App\Frames\Frame;
use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;
use App\Ingest\Upload\ArrivalsFolder;
use App\Proof\Comment;
use App\Proof\Selection;
use App\Studio\Shoot;
use Illuminate\Support\Str;

/** The selection is delivered, and what guests asked for is with a retoucher. */
final class SeedDeliveries
{
    public function __construct(private readonly Progress $progress)
    {
    }

    public function seed(Shoot $shoot): void
    {
        $this->deliver($shoot);
        $this->handOff($shoot);
    }

    private function deliver(Shoot $shoot): void
    {
        $selection = Selection::query()
            ->whereHas('gallery', fn ($query) => $query->where('shoot_id', $shoot->id))
            ->orderBy('id')
            ->firstOrFail();
        if (Delivery::query()->where('selection_id', $selection->id)->doesntExist()) {
            app(Delivering::class)->answer($selection);
        }
        $this->progress->wait(Delivery::query()->where('selection_id', $selection->id)->firstOrFail()->task());
    }

    /** What guests asked for is with a retoucher; one picture is back already, and one file whose name says nothing. */
    private function handOff(Shoot $shoot): void
    {
        $frames = $this->commented($shoot);
        if ($frames === [] || Handoff::query()->where('shoot_id', $shoot->id)->exists()) {
            return;
        }
        $handoff = app(Handoffs::class)->open(
            $shoot,
            $frames,
            ['name' => 'Robin Saye'],
            [['name' => 'Robin Saye', 'email' => 'robin@saltmarsh.example']],
            'Straighten the horizon, keep the grain.',
            true,
        );
        $this->progress->wait($handoff->delivery->task());
        $frame = Frame::query()->findOrFail($frames[1]);
        foreach ([pathinfo($frame->name, PATHINFO_FILENAME).'-edit.jpg', 'sky tryout.jpg'] as $name) {
            $this->bringBack($shoot, $handoff, $frame, $name);
        }
        $this->progress->wait($handoff->returnTask());
    }

    /** @return list<int> frames that guests commented on */
    private function commented(Shoot $shoot): array
    {
        $frames = Comment::query()
            ->whereHas('galleryFrame.frame', fn ($frames) => $frames->where('shoot_id', $shoot->id))
            ->with('galleryFrame')
            ->get()
            ->pluck('galleryFrame.frame_id')
            ->unique();

        return array_values(array_map(intval(...), $frames->all()));
    }

    private function bringBack(Shoot $shoot, Handoff $handoff, Frame $frame, string $name): void
    {
        $target = ArrivalsFolder::path($handoff->uuid).'/.back/'.Str::uuid();
        is_dir(dirname($target)) || mkdir(dirname($target), 0700, true);
        $finished = PictureReader::jpeg(config('kanpai.pictures').'/'.$frame->large_path)
            ->toned([1.08, 1.0, 0.9], [4.0, 2.0, 0.0])
            ->bare();
        PictureWriter::file($finished, $target, 'jpeg', 92);
        app(Returning::class)->note($shoot, $handoff, $name, $target);
    }
}
