<?php

declare(strict_types=1);

namespace App\Proof;

use App\Imaging\Picture;
use App\Imaging\PreviewMaker;
use App\Ingest\Card;
use App\Ingest\MakePreviews;
use App\Studio\StudioMail;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Mail;

/** Makes the proofs of a gallery, with its watermark, then publishes it and mails the link. */
final class MakeProofs extends WorkInTurns
{
    protected function turn(Task $task): bool
    {
        $gallery = Gallery::query()->with('shoot.studio')->findOrFail((int) substr($task->subject, 8));
        $left = fn () => $gallery->frames()->whereNull('large_path');
        $total = $gallery->frames()->count();
        $task->begin($total);
        $done = $total - $left()->count();
        foreach ($left()->orderBy('number')->with('frame')->get() as $proof) {
            if (! $proof->frame->is_pictured) {
                return $this->waitForPreviews($task, $proof->frame->card);
            }
            $this->make($gallery, $proof);
            if (! $task->reach(++$done) || $this->isTurnOver()) {
                return false;
            }
        }
        $this->publish($gallery);

        return true;
    }

    /** Previews are made by other workers from the copies; a card that nobody copies will not have any. */
    private function waitForPreviews(Task $task, Card $card): bool
    {
        MakePreviews::ofCard($card);
        if ($card->task('copy')?->isUnderWay() === true || $card->task('previews')?->isUnderWay() === true) {
            return $this->waitFor(1);
        }
        $task->fail("Card {$card->number} is not copied yet, so its pictures are not here. Copy it, then publish again.");

        return false;
    }

    private function make(Gallery $gallery, GalleryFrame $proof): void
    {
        $frame = $proof->frame;
        if ($gallery->watermark === '' || $frame->large_path === null) {
            $proof->update(['large_path' => $frame->large_path ?? $frame->small_path ?? '', 'small_path' => $frame->small_path ?? '']);

            return;
        }
        $folder = (string) config('kanpai.pictures');
        $name = "gallery-{$gallery->uuid}/".hash('xxh3', "{$gallery->uuid}/{$proof->number}");
        if (! is_dir("{$folder}/gallery-{$gallery->uuid}")) {
            mkdir("{$folder}/gallery-{$gallery->uuid}", 0700, true);
        }
        $picture = Picture::fromJpeg("{$folder}/{$frame->large_path}");
        $marked = $picture->under(Watermark::of($gallery->watermark, $picture->width(), $picture->height()))->inMemory();
        $marked->saveJpeg("{$folder}/{$name}-l.jpg", 78);
        $marked->within(2 * PreviewMaker::SMALL)->saveJpeg("{$folder}/{$name}-s.jpg", 78);
        $proof->update(['large_path' => "{$name}-l.jpg", 'small_path' => "{$name}-s.jpg"]);
    }

    private function publish(Gallery $gallery): void
    {
        DB::transaction(function () use ($gallery): void {
            if (Gallery::query()->whereKey($gallery->id)->whereNull('published_at')->update(['published_at' => now()]) === 1 && $gallery->guest_email !== '') {
                Mail::to($gallery->guest_email)->send(new StudioMail($gallery->shoot->studio, $gallery->title, 'proof.mail-guest', ['gallery' => $gallery]));
            }
        });
    }
}
