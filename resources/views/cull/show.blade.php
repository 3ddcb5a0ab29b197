@extends('layouts.shoot')
@push('scripts')
    @vite('resources/js/cull/cull.js')
@endpush
@section('whole')
    <div class="cull" data-cull="{{ $shoot->id }}" data-round-id="{{ $round->id }}"
        data-finished="{{ route('cull.finished', $shoot) }}" data-frames="{{ route('cull.frames', $shoot) }}" data-marks="{{ route('cull.mark', $shoot) }}"
        data-wanted="{{ route('ingest.wanted', $shoot) }}" data-since="{{ url("/shoots/{$shoot->id}/cull/since") }}"
        data-whole="{{ url("/shoots/{$shoot->id}/cull/frames") }}" data-meeting="{{ route('cull.meeting', $shoot) }}"
        data-proposals="{{ route('cull.proposals', $shoot) }}"
        data-people="{{ url("/shoots/{$shoot->id}/cull/frames") }}" data-measure="{{ route('cull.measure', $shoot) }}"
        data-taste="{{ route('cull.taste', $shoot) }}"
        data-coverage="{{ route('cull.coverage', $shoot) }}" data-fineness="{{ route('cull.fineness', $shoot) }}"
        data-border="{{ route('cull.border', $shoot) }}" data-sets="{{ route('cull.sets.store', $shoot) }}"
        data-collect="{{ route('cull.collect', $shoot) }}" data-uses-address="{{ route('cull.uses.store', $shoot) }}"
        data-keys-address="{{ route('habits.keys') }}" data-moves-on-address="{{ route('habits.moves-on') }}"
        data-keys="{{ json_encode($habits->keys()->all()) }}" data-moves-on="{{ $habits->movesOn() ? '1' : '' }}"
        data-rating-moves-on="{{ $habits->ratingMovesOn() ? '1' : '' }}" data-collects="{{ $habits->collects($shoot) }}"
        data-verdict="{{ $filter->verdict?->value }}" data-rating="{{ $filter->rating }}"
            data-body="{{ $filter->body }}"
        data-from="{{ $filter->from }}" data-to="{{ $filter->to }}" data-where="{{ $where }}"
        data-sort="{{ $filter->sort->value === 'time' ? '' : $filter->sort->value }}">
        @include('studio.rail')
        <div class="line-place">@include('studio.day-line')</div>
        @include('cull.filter')
        <main class="position-relative">
            <h1 class="visually-hidden">Cull {{ $shoot->name }}</h1>
            <div class="wall h-100" data-wall tabindex="0" role="group" aria-label="Wall of frames">
                <div class="inner"></div>
            </div>
            <div class="look h-100" data-look hidden>
                <div class="ladder-side">
                    <div class="slider"><label for="fineness" class="visually-hidden">Moments, from few large to many
                            small</label><span class="small">few large</span><input type="range" class="form-range"
                            id="fineness" data-fineness min="0" max="100" step="1"><span
                            class="small">many small</span><span class="small strong" data-moments></span></div>
                    <ol class="ladder" data-ladder aria-label="Moments"></ol>
                </div>
                <div class="one">
                    <div class="view" data-view>
                        <div class="frame" data-frame>
                            <canvas data-image role="img" aria-label=""></canvas>
                            <p class="facts-line" data-line></p>
                            <dl class="facts facts-more" data-facts hidden></dl>
                            <p class="marks" data-shown role="status"></p>
                        </div>
                    </div>
                    <div class="faces" data-faces hidden>
                        <div class="faces-row" data-faces-row role="group" aria-label="Faces at 100 %"></div>
                        <p class="why"><b data-why></b> <span data-why-reason></span>
                            <span class="warning" data-why-warning hidden></span></p>
                    </div>
                    <div class="pins" data-pins role="group" aria-label="Pinned spots" hidden></div>
                </div>
                <div class="others" data-others role="group" aria-label="Frames of this moment"></div>
            </div>
            <div class="rivals h-100" data-rivals role="group" aria-label="Rivals side by side" hidden></div>
            @include('cull.people')
            <div class="flash" data-flash aria-hidden="true"></div>
            <p class="note" data-note role="status" hidden></p>
            <div class="uses-panel" data-uses-panel hidden>
                <div class="choices filter" data-uses role="group" aria-label="Uses"></div>
                <form class="find" data-new-use><label for="use-name" class="visually-hidden">Another use</label><input
                        class="form-control" id="use-name" data-use-name maxlength="60" placeholder="another use"
                        autocomplete="off"><button class="btn btn-line">Add it for the studio</button></form>
            </div>
            <div class="nothing" data-pass hidden>
                <h2 data-pass-title></h2>
                <p><span data-pass-counts></span> <span data-pass-gaps></span></p>
                <div class="row-line">
                    <a class="btn btn-next" href="{{ route('cull.rounds', $shoot) }}">Begin the next round</a>
                    <a class="btn btn-line" href="{{ route('cull.dropped', $shoot) }}">Look at the dropped</a>
                    <button type="button" class="btn btn-line" data-pass-gap hidden>Go to the first gap</button>
                    <button type="button" class="btn btn-line" data-pass-shows="keep">Show the kept</button>
                    <button type="button" class="btn btn-line" data-pass-shows="">Show all</button>
                </div>
            </div>
            <div class="nothing" data-none hidden>
                @if ($all === 0)
                    <h2>No frames yet</h2>
                    <p>Read a card first. <a href="{{ route('ingest.show', $shoot) }}">Go to the cards</a></p>
                @else
                    <h2>No frame meets this filter</h2>
                    <p>Choose another verdict or rating, or all bodies.</p>
                @endif
            </div>
        </main>
        @include('cull.bar')
        @include('cull.keys')
    </div>
@endsection
