@extends('layouts.guest')
@section('title', 'Your selection')
@section('page')
<main class="page stack-wide">
    <div>
        <h1>Your selection: {{ $frames->count() }} of {{ number_format($total) }} pictures</h1>
        <p class="quiet">@if($gallery->wanted){{ $frames->count() === $gallery->wanted ? 'Exactly the '.$gallery->wanted.' that were asked for.' : ($frames->count() < $gallery->wanted ? ($gallery->wanted - $frames->count()).' more can be chosen.' : ($frames->count() - $gallery->wanted).' more than the '.$gallery->wanted.' that were asked for.') }} @endif <a href="{{ route('gallery', $token) }}">Back to all pictures</a></p>
    </div>
    <ul class="picked">
        @foreach($frames as $frame)
            <li><div class="view"><img src="{{ App\Studio\PictureAddress::orNothing($frame->small_path) }}" alt="Picture {{ $frame->number }}" loading="lazy"></div><span class="strong">{{ str_pad((string) $frame->number, 3, '0', STR_PAD_LEFT) }}</span>@foreach($frame->comments as $comment) <p>“{{ $comment->text }}”</p>@endforeach</li>
        @endforeach
    </ul>
    <form method="post" action="{{ route('gallery.send', $token) }}" class="narrow stack">
        @csrf
        <div><label class="form-label" for="name">Your name</label><input class="form-control @error('name') is-invalid @enderror" id="name" name="name" value="{{ old('name', $guest->name) }}" autocomplete="name" maxlength="120"><x-problem of="name"/></div>
        <div><label class="form-label" for="email">Your mail address</label><input class="form-control @error('email') is-invalid @enderror" id="email" name="email" type="email" value="{{ old('email', $guest->email) }}" autocomplete="email"><x-problem of="email"/></div>
        <div><label class="form-label" for="message">A message to the studio, if you like</label><textarea class="form-control" id="message" name="message" rows="3" maxlength="4000">{{ old('message') }}</textarea></div>
        <button class="btn btn-next">Send {{ $frames->count() }} {{ Str::plural('picture', $frames->count()) }} to the studio</button>
    </form>
</main>
@endsection
