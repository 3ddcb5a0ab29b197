@extends('layouts.paper')
@section('title', 'Outbox')
@section('page')
    <h1>Outbox</h1>
    <p class="quiet">Mail that Kanpai sent. Without a mail server it stays here, and can be taken as .eml files.</p>
    <div class="shoots lines">
        @forelse($mails as $mail)
            <p class="row-line"><span class="quiet">{{ $mail->sent_at->format('D j M, H:i') }}</span> <a
                class="strong plain"
                    href="{{ route('outbox.mail', $mail->id) }}">{{ $mail->subject }}</a> <span class="quiet">to
                    {{ $mail->recipient }}</span></p>
        @empty
            <div class="nothing">
                <h2>No mail yet</h2>
                <p class="quiet">Publishing a gallery with a guest’s address sends the first one.</p>
            </div>
        @endforelse
    </div>
@endsection
