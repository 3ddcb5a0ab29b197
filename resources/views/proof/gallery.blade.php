@extends('layouts.guest')
@section('title', $gallery->title)
@push('scripts')<script type="module" src="{{ $build->url('js/proof/gallery.js') }}"></script>@endpush
@section('page')
<main data-gallery="{{ url('/g/'.$token) }}">
    <header class="guest-head">
        <div>
            <h1>{{ $gallery->title }}</h1>
            <p class="quiet">{{ $gallery->shoot->studio->name }}@if($gallery->message) · {{ $gallery->message }}@endif</p>
            @if(session('said'))<p class="said mt-2" role="status">{{ session('said') }}</p>@endif
            @if($sent)<p class="said mt-2" role="status">Thank you, {{ $sent->name }}. Your selection was sent on {{ $sent->sent_at->setTimezone($gallery->shoot->zone)->format('j F, H:i') }}. You can change it and send it again.</p>@endif
            <p class="danger mt-2" data-offline role="status" hidden>The last choices have not reached the studio yet. They are sent as soon as the connection is back; please leave this page open.</p>
        </div>
        <div class="tally">
            <div class="count"><span class="number" data-chosen>0</span> <span data-of></span><svg aria-hidden="true"><rect class="all" width="100%" height="6"/><rect class="done" data-share width="0" height="6"/></svg></div>
            <a class="btn btn-next" href="{{ route('gallery.look-over', $token) }}">Look over and send</a>
        </div>
    </header>
    <div class="guest-filter" role="group" aria-label="Which pictures are shown">
        @foreach(['all' => 'All', 'chosen' => 'Chosen', 'not' => 'Not chosen', 'said' => 'With comments'] as $key => $label)
            <button type="button" data-filter="{{ $key }}" aria-pressed="false">{{ $label }} <span></span></button>
        @endforeach
    </div>
    <section class="proofs"><div class="inner" data-grid></div><p class="nothing" data-none hidden>No picture here yet.</p></section>
</main>
<dialog class="large" data-large aria-label="One picture">
    <div class="view" tabindex="-1">
        <img alt="">
        <button type="button" class="turn back" data-back aria-label="Picture before">‹</button>
        <button type="button" class="turn on" data-on aria-label="Next picture">›</button>
    </div>
    <div class="side">
        <div class="spread"><span class="strong" data-place></span><button type="button" class="btn-word" data-close>All pictures</button></div>
        <button type="button" class="big-choice" data-choose aria-pressed="false"><svg class="shape" viewBox="0 0 16 16" aria-hidden="true"><circle cx="8" cy="8" r="6"/></svg><span>Choose this picture</span></button>
        <div class="stack">
            <ul class="comments" data-comments aria-label="Your comments"></ul>
            <form class="stack">
                <label class="form-label" for="text">A comment on this picture</label>
                <textarea class="form-control" id="text" name="text" rows="2" maxlength="2000"></textarea>
                <p class="invalid-feedback" data-problem role="alert" hidden>The comment could not be sent. Please try again.</p>
                <button class="btn btn-line">Send the comment</button>
            </form>
        </div>
        <p class="small quiet mt-auto">Arrow keys turn the pictures, the space bar chooses.</p>
    </div>
</dialog>
@endsection
