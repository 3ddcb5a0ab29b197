@extends('layouts.guest')
@section('title', $gallery->title)
@push('scripts')
    @vite('resources/js/proof/gallery.js')
@endpush
@section('page')
    <main data-gallery="{{ $base }}">
        @if ($cover)
            <img class="cover" src="{{ $cover }}" alt="">
        @endif
        <header class="guest-head">
            <div>
                @if ($studio->logo_path)
                    <img class="studio-mark" src="{{ App\Studio\PictureAddress::of($studio->logo_path) }}"
                        alt="{{ $studio->name }}">
                @endif
                <h1>{{ $gallery->title }}</h1>
                <p class="quiet">{{ $studio->name }}@if ($share->ends_on)
                        · open until {{ $share->ends_on->format('j F') }}
                    @endif
                </p>
                @if ($share->words() !== '')
                    <p class="guest-message">{!! nl2br(e($share->words())) !!}</p>
                @endif
                @if (session('message'))
                    <p class="said mt-2" role="status">{{ session('message') }}</p>
                @endif
                @if ($sent)
                    <p class="said mt-2" role="status">Thank you, {{ $sent->name }}. Your selection was sent on
                        {{ $sent->sent_at->setTimezone($gallery->shoot->zone)->format('j F, H:i') }}, and is with the
                        studio now. If you want to change something, ask it to open the selection again.</p>
                @endif
                <p class="danger mt-2" data-offline role="status" hidden></p>
                <p class="danger mt-2" data-told role="status" hidden></p>
            </div>
            @if ($rights->lists !== [])
                <div class="tally">
                    <div class="count"><span class="number" data-chosen>0</span> <span data-of></span><svg
                            aria-hidden="true">
                            <rect class="all" width="100%" height="6" />
                            <rect class="done" data-share width="0" height="6" />
                        </svg></div>
                    <a class="btn btn-next" data-send @if ($sent) hidden @endif
                        href="{{ $base }}/send">Review and send</a>
                </div>
            @endif
        </header>
        <div class="guest-filter">
            @if (count($rights->lists) > 1)
                <div class="list-choice" role="group" aria-label="The list that is being filled">
                    @foreach ($rights->lists as $one)
                        <button type="button" data-list="{{ $one->name }}" aria-pressed="false">{{ $one->name }}
                            <span></span></button>
                    @endforeach
                </div>
            @endif
            <div role="group" aria-label="Which pictures are shown">
                @foreach ([
                    'all' => 'All', ...$rights->lists === [] ? [] : ['chosen' => 'Chosen', 'not' => 'Not chosen'],
                    ...$rights->comments || $rights->draws ? ['said' => 'With comments'] : [],
                ] as $key => $label)
                    <button type="button" data-filter="{{ $key }}" aria-pressed="false">{{ $label }}
                        <span></span></button>
                @endforeach
            </div>
        </div>
        <section class="proofs" aria-label="Pictures">
            <div class="inner" data-grid></div>
            <p class="nothing" data-none hidden>No picture here yet.</p>
        </section>
        @if ($rights->lists !== [] || $rights->comments || $rights->draws || $rights->rates)
            <footer class="guest-foot">
                <form method="post" action="{{ $base }}/keep" class="row-line">
                    @csrf
                    <label for="keep-email">To go on later on another device, have your own link mailed to you:</label>
                    <input class="form-control @error('email') is-invalid @enderror" id="keep-email" name="email"
                        type="email" value="{{ old('email', $guest?->email) }}" autocomplete="email"
                        placeholder="your mail address">
                    <button class="btn btn-line">Mail me my link</button>
                    <x-problem of="email" />
                </form>
            </footer>
        @endif
    </main>
    @include('proof.large')
@endsection
