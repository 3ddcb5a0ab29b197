@extends('layouts.guest')
@section('title', $page->title)
@section('page')
    <main class="shut stack-wide">
        <div>
            <h1>{{ $page->title }}</h1>
            @if ($page->studio)
                <p class="quiet">{{ $page->studio->name }}</p>
            @endif
        </div>
        <p>{{ $page->text }}</p>
        @if ($page->studio && $page->status !== 403)
            <p>If it does not help, ask the studio: {{ $page->studio->address() }}</p>
        @endif
        <p><a class="btn btn-next" href="{{ $page->wayTo }}">{{ $page->way }}</a></p>
    </main>
@endsection
