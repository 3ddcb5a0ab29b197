@extends('layouts.shoot')
@section('page')
    <div class="stack-wide">
        <div class="panel stack">
            <div class="spread">
                <h2>{{ $gallery->title }}</h2><span class="row-line"><a
                    href="{{ route('proof.links', $gallery) }}">Links and
                        looks</a><a href="{{ route('proof.show', $shoot) }}">All galleries</a></span>
            </div>
            @if ($task?->isUnderWay())
                <x-task :task="$task" />
            @endif
            @if ($outOfDate === null)
                <div class="stack" hx-get="{{ route('proof.changes', $gallery) }}" hx-trigger="load"></div>
            @else
                @include('proof.changes')
            @endif
            @forelse($selections as $selection)
                @include('proof.selection')
                @empty
                    <p class="quiet">No selection has been sent yet. What is chosen so far is shown below.</p>
                @endforelse
            </div>
            @if ($feedback->guests->isNotEmpty())
                @include('proof.agreement')
            @endif
            <ul class="said-of">
                @forelse($frames as $frame)
                    @include('proof.said-picture')
                    @empty
                        <li class="nothing-said">
                            {{ $feedback->frames === [] ? 'Nothing is chosen or said yet.' : 'No picture of this kind.' }}</li>
                    @endforelse
                </ul>
                <x-pages :of="$frames" />
            </div>
        @endsection
