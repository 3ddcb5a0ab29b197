@extends('layouts.guest')
@section('title', 'Send cards to ' . $shoot->studio->name)
@push('scripts')
    @vite('resources/js/ingest/upload.js')
@endpush
@section('page')
    <main class="letter stack-wide">
        <div>
            <p class="quiet">{{ $shoot->studio->name }}</p>
            <h1>{{ $shoot->name }}</h1>
            <p class="mt-2">{{ $link->shooter }}, send the cards of {{ $shoot->held_on->format('l, j F Y') }} here. You
                need no account; this link is yours until {{ $link->ends_at->setTimezone($shoot->zone)->format('j F') }}.
            </p>
        </div>
        <section class="stack" data-upload="{{ route('upload.announce-by-link', $token) }}"
            data-upload-token="{{ $token }}">
            @include('ingest.upload')
        </section>
        <section class="stack">
            <h2>Your cards</h2>
            <div id="sent" hx-get="{{ route('upload.sent', $token) }}" hx-trigger="every 3s, kanpai:sent from:body">
                @include('ingest.link-cards')</div>
        </section>
        <p class="small quiet">Nothing is written to your card or deleted from it. Keep it as it is until it is called safe
            here.</p>
    </main>
@endsection
