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
            @php($own = $frames->filter(fn($frame) => in_array($frame->id, $lists[$list->name] ?? [], true)))
            <section class="stack">
                @if (count($rights->lists) > 1)
                    <h2>{{ $list->name }}: {{ $own->count() }}</h2>
                @endif
                @if ($list->standing($own->count()) !== '')
                    <p>{{ $list->standing($own->count()) }}</p>
                @endif
                <ul class="picked">
                    @foreach ($own as $frame)
                        <li>
                            <div class="view"><img src="{{ $share->door()->address($frame->small($share)) }}"
                                    alt="Picture {{ $frame->number }}" loading="lazy"></div><span
                                class="strong">{{ str_pad((string) $frame->number, 3, '0', STR_PAD_LEFT) }}</span>
                            @foreach ($frame->comments as $comment)
                                <p>{{ $comment->text !== '' ? "“{$comment->text}”" : 'drawn on' }}</p>
                            @endforeach
                        </li>
                    @endforeach
                </ul>
            </section>
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
                <textarea class="form-control" id="message" name="message" rows="3" maxlength="4000">{{ old('message') }}</textarea>
            </div>
            <button class="btn btn-next">Send {{ $frames->count() }} {{ Str::plural('picture', $frames->count()) }} to the
                studio</button>
            <p class="small quiet">Afterwards the selection is with the studio, and closed until it opens it again for you.
            </p>
        </form>
    </main>
@endsection
