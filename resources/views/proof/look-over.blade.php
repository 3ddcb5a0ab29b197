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
            <div>
                <x-field name="name" label="Your name" :value="$guest->name" autocomplete="name" maxlength="120" />
            </div>
            <div>
                <x-field name="email" label="Your mail address" :value="$guest->email" type="email"
                    autocomplete="email" />
            </div>
            <div><label class="form-label" for="message">A message to the studio, if you like</label>
                <textarea class="form-control" id="message" name="message" rows="3"
                    maxlength="4000">{{ old('message') }}</textarea>
            </div>
            <button class="btn btn-next">Send {{ $frames->count() }} {{ Str::plural('picture', $frames->count()) }} to
                the
                studio</button>
            <p class="small quiet">Afterwards the selection is with the studio, and closed until it opens it again for
                you.
            </p>
        </form>
    </main>
@endsection
