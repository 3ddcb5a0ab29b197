@extends('layouts.shoot')
@section('lanes', 'own')
@if ($body === null)
    @section('page')
        <div class="panel nothing">
            <h2>No frames, no clocks</h2>
            <p>Read a card first. <a href="{{ route('ingest.show', $shoot) }}">Go to the cards</a></p>
        </div>
    @endsection
@else
    @push('scripts')
        @vite('resources/js/clocks/clocks.js')
    @endpush
    @section('whole')
        @include('studio.rail')
        <main class="clocks" data-clocks data-frames="{{ route('clocks.frames', $shoot) }}" data-body="{{ $body->id }}"
            data-try="{{ route('clocks.try', [$shoot, $body]) }}"
                data-ties-of="{{ route('clocks.ties', [$shoot, $body]) }}"
            data-tie="{{ route('clocks.tie', $shoot) }}">
            <h1 class="visually-hidden">Clocks of {{ $shoot->name }}</h1>
            <div class="near" data-near role="group" aria-label="The nearest frame of each body"></div>
            <div class="tie-bar" role="group" aria-label="Tie">
                <span data-tie-words class="clip">Point at the lanes. Click a frame to hold it, then one of another
                    body.</span>
                <span class="row-line">
                    <button type="button" class="btn btn-line" data-does="t" data-tie-two>Same instant: tie the two
                        <kbd>T</kbd></button>
                    <label for="tie-time" class="visually-hidden">True time that the held frame shows</label>
                    <input id="tie-time"
                        class="form-control" data-tie-time placeholder="or the time it shows, 10:41:07.3">
                    <button type="button" class="btn btn-line" data-tie-typed>Tie to this time</button>
                </span>
                <p class="invalid-feedback" role="alert" data-tie-problem hidden></p>
            </div>
            <div class="lanes" data-lanes>
                <div class="lane-names">
                    @foreach ($bodies as $other)
                        <a href="{{ route('clocks.show', [$shoot, 'body' => $other->id]) }}"
                            data-lane-name="{{ $other->id }}"
                            @if ($other->id === $body->id) aria-current="true" @endif>
                            <span class="strong clip d-block"
                                title="{{ $names[$other->id] }}">{{ $names[$other->id] }}</span>
                            <span class="small clip d-block"
                                @if ($other->id === $body->id) data-state @endif>{{ isset($clocks[$other->id]) ? $clocks[$other->id]->last()->scoped()->clock : 'not looked at yet' }}</span>
                        </a>
                    @endforeach
                    <div class="small lane-tools">
                        <button type="button" class="btn-word" data-does="Home">Whole day</button>
                        <button type="button" class="btn-word" data-does="closer" aria-label="Closer">+</button>
                        <button type="button" class="btn-word" data-does="wider" aria-label="Wider">−</button>
                        <button type="button" class="btn-word" data-does="?">Keys <kbd>?</kbd></button>
                    </div>
                </div>
                <svg data-drawing tabindex="0" role="application"
                    aria-label="Frames of each body over time. Arrows go from frame to frame, with Shift they move the lane."></svg>
            </div>
            <div class="orders" data-orders>
                <span class="small strong">Order now</span>
                <div data-order-now></div>
                <span class="small strong">With this clock</span>
                <div data-order-then></div>
            </div>
            <div class="clock-panels">
                <p class="said" role="status">{{ session('message') }}</p>
                @include('clocks.form')
                @include('clocks.evidence')
                @include('clocks.changes')
            </div>
            @include('clocks.keys')
        </main>
    @endsection
@endif
