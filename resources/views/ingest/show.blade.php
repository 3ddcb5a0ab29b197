@extends('layouts.shoot')
@section('page')
<div class="columns">
    <section class="panel stack">
        <h2>Cards in the slots</h2>
        <x-problem of="slot"/>
        <div class="lines">
            @forelse($slots as $slot)
                <div>
                    <p class="strong">{{ $slot['name'] }}</p>
                    <p class="quiet">{{ number_format($slot['files']) }} files @if($slot['known'])· {{ $slot['known'] }}@endif</p>
                    @if(! str_starts_with($slot['known'], 'read here'))
                        <form method="post" action="{{ route('ingest.read', $shoot) }}">
                            @csrf<input type="hidden" name="slot" value="{{ $slot['slot'] }}">
                            <button class="btn {{ $slot['known'] ? 'btn-line' : 'btn-ink' }} mt-2" data-read="{{ $slot['name'] }}">Read this card</button>
                        </form>
                    @endif
                </div>
            @empty
                <p>No card is in a slot. Push one in, then <a href="{{ route('ingest.show', $shoot) }}">look again</a>.</p>
            @endforelse
        </div>
        <p class="small quiet">Reading only looks. Nothing is ever written to a card, moved on it or deleted from it.</p>
    </section>
    <section>
        @forelse($cards as $card)
            @include('ingest.card')
        @empty
            <div class="panel nothing"><h2>No card has been read yet</h2><p class="quiet">Read a card from a slot. Its frames can be looked at before anything is copied.</p></div>
        @endforelse
    </section>
</div>
@endsection
