<?php

declare(strict_types=1);

namespace App\Proof;

use App\Studio\StudioMail;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Mail;

/** What guests do in a gallery. */
final class Choosing
{
    public function choose(Guest $guest, GalleryFrame $frame, bool $isChosen): void
    {
        if ($isChosen) {
            DB::table('choices')->insertOrIgnore(['guest_id' => $guest->id, 'gallery_frame_id' => $frame->id, 'chosen_at' => now()]);
        } else {
            $guest->choices()->where('gallery_frame_id', $frame->id)->delete();
        }
    }

    /** Fixes the choices as they are now, and tells the studio. */
    public function send(Gallery $gallery, Guest $guest, string $name, string $email, string $message): Selection
    {
        return DB::transaction(function () use ($gallery, $guest, $name, $email, $message): Selection {
            $guest->update(['name' => $name, 'email' => $email]);
            $selection = Selection::query()->create(['gallery_id' => $gallery->id, 'guest_id' => $guest->id, 'name' => $name, 'email' => $email, 'message' => $message, 'sent_at' => now()]);
            $comments = $guest->comments()->orderBy('id')->get()->groupBy('gallery_frame_id')->map(fn ($said): string => $said->pluck('text')->implode("\n"));
            $frames = $gallery->frames()->whereIn('id', $guest->choices()->select('gallery_frame_id'))->orderBy('number')->get();
            DB::table('selection_frames')->insert($frames->map(fn (GalleryFrame $frame): array => ['selection_id' => $selection->id, 'frame_id' => $frame->frame_id, 'comment' => $comments[$frame->id] ?? null])->all());
            Mail::to($gallery->shoot->studio->address())->send(new StudioMail($gallery->shoot->studio, "{$name} chose {$frames->count()} of {$gallery->frames()->count()} from “{$gallery->title}”", 'proof.mail-studio', ['gallery' => $gallery, 'selection' => $selection, 'frames' => $selection->frames()->get(), 'comments' => $comments->count()]));

            return $selection;
        });
    }
}
