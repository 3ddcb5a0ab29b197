<?php

declare(strict_types=1);

namespace App\Proof;

use App\Studio\SendMail;

/** Mails of a gallery: they can be read as plain text, and are noted where they must not be sent twice. */
final class Mailing
{
    public function invite(Guest $guest): void
    {
        $guest->update(['invited_at' => now()]);
        $this->send($guest, $guest->gallery->title, 'proof.mail-invitation');
    }

    /** Before the last day, to whoever has not sent a selection. */
    public function remind(Guest $guest): void
    {
        $guest->update(['reminded_at' => now()]);
        $this->send(
            $guest,
            "Until {$guest->share->ends_on?->format('j F')}: {$guest->gallery->title}",
            'proof.mail-reminder',
            ['chosen' => $guest->choices()->count()],
        );
    }

    /** The link that brings somebody back on another device. */
    public function bringBack(Guest $guest): void
    {
        $this->send($guest, "Your own link to {$guest->gallery->title}", 'proof.mail-link', [
            'chosen' => $guest->choices()->count(),
        ]);
    }

    public function receipt(Selection $selection): void
    {
        $this->send($selection->guest, "Your selection from {$selection->gallery->title}", 'proof.mail-receipt', [
            'selection' => $selection,
            'frames' => $selection->chosen(),
        ]);
    }

    public function answered(Comment $comment): void
    {
        $this->send($comment->guest, "An answer about picture {$comment->galleryFrame->number}", 'proof.mail-answer', [
            'comment' => $comment,
        ]);
    }

    public function reopened(Guest $guest): void
    {
        $this->send($guest, "You can choose again: {$guest->gallery->title}", 'proof.mail-reopened');
    }

    public function tellStudio(Selection $selection): void
    {
        $studio = $selection->gallery->shoot->studio;
        $chosen = $selection->chosen();
        SendMail::write(
            $studio,
            $studio->address(),
            "{$selection->name} chose ".
                count(array_unique(array_column($chosen, 'frame'))).
                " of {$selection->gallery->shown()->count()} from “{$selection->gallery->title}”",
            'proof.mail-studio',
            ['gallery' => $selection->gallery, 'selection' => $selection, 'frames' => $chosen],
        );
    }

    /**
     * @param  view-string  $template
     * @param  array<string, mixed>  $values
     */
    private function send(Guest $guest, string $about, string $template, array $values = []): void
    {
        if ($guest->email !== '') {
            $guest->loadMissing('share.gallery.shoot.studio', 'gallery.shoot.studio');
            SendMail::write($guest->gallery->shoot->studio, $guest->email, $about, $template, [
                ...$values,
                'guest' => $guest,
                'gallery' => $guest->gallery,
                'share' => $guest->share,
            ]);
        }
    }
}
