@extends('layouts.guest')
@section('title', 'Your selection')
@section('page')
    <main class="page stack-wide">
        <div>
            <h1>Your selection: {{ $frames->count() }} of {{ number_format($total) }} pictures</h1>
            <p class="quiet"><a href="{{ $base }}">Back to all pictures</a></p>
        </div>
        <x-problem of="choice" />
        @foreach ($rights->lists as $list)
            @include('proof.own-list', [
                'own' => $frames->filter(fn($frame) => in_array($frame->id, $lists[$list->name] ?? [], true)),
            ])
        @endforeach
        <form method="post" action="{{ $base }}/send" class="narrow stack">
            @csrf
            <div><label class="form-label" for="name">Your name</label><input
                    class="form-control @error('name') is-invalid @enderror" id="name" name="name"
                    value="{{ old('name', $guest->name) }}" autocomplete="name" maxlength="120"><x-problem
                    of="name" /></div>
            <div><label class="form-label" for="email">Your mail address</label><input
                    class="form-control @error('email') is-invalid @enderror" id="email" name="email" type="email"
                    value="{{ old('email', $guest->email) }}" autocomplete="email"><x-problem of="email" /></div>
            <div><label class="form-label" for="message">A message to the studio, if you like</label>
                <textarea class="form-control" id="message" name="message" rows="3"
                    maxlength="4000">{{ old('message') }}</textarea>
            </div>
            <button class="btn btn-next">Send {{ $frames->count() }} {{ Str::plural('picture', $frames->count()) }} to the
                studio</button>
            <p class="small quiet">Afterwards the selection is with the studio, and closed until it opens it again for you.
            </p>
        </form>
    </main>
@endsection
