<?php

declare(strict_types=1);

namespace App\Studio;

use Illuminate\Mail\Mailable;
use Illuminate\Mail\Mailables\Content;
use Illuminate\Mail\Mailables\Envelope;
use Illuminate\Mail\Mailables\Headers;

/** A plain mail in the studio's name. */
final class StudioMail extends Mailable
{
    public function __construct(
        private readonly Studio $studio,
        private readonly string $about,
        private readonly string $body,
    ) {
    }

    public function envelope(): Envelope
    {
        return new Envelope(
            from: new \Illuminate\Mail\Mailables\Address(
                $this->studio->address() ?: (string) config('mail.from.address'),
                $this->studio->name,
            ),
            subject: $this->about,
        );
    }

    public function headers(): Headers
    {
        return new Headers(text: [OutboxTransport::STUDIO => (string) $this->studio->id]);
    }

    public function content(): Content
    {
        return new Content(text: 'studio.mail', with: ['body' => $this->body]);
    }
}
