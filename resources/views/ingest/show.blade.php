@extends('layouts.shoot')
@push('scripts')
    @vite('resources/js/ingest/upload.js')
@endpush
@section('page')
    <div class="columns">
        <div>
            <section class="panel stack">
                <h2>Cards in the slots</h2>
                <x-problem of="slot" />
                <x-problem of="card" />
                @if (count(array_filter(array_column($slots, 'isNew'))) > 0)
                    <form method="post" action="{{ route('ingest.read-all', $shoot) }}" class="stack">
                        @csrf
                        <div><label class="form-label" for="all-shooter">Shooter of all new cards</label><input
                                class="form-control" id="all-shooter" name="shooter" value="{{ old('shooter') }}"
                                maxlength="120" placeholder="as known from their bodies"></div>
                        <button class="btn btn-next" data-read-all>Read and copy all new cards</button>
                    </form>
                @endif
                <div class="lines">
                    @forelse($slots as $slot)
                        <div>
                            <p class="strong breaks">{{ $slot['name'] }}</p>
                            <p class="quiet">{{ $slot['contents'] }}@if ($slot['contents'] && $slot['known'])
                                    ·
                                @endif{{ $slot['known'] }}</p>
                            @if ($slot['action'])
                                <form method="post" action="{{ route('ingest.read', $shoot) }}">
                                    @csrf<input type="hidden" name="slot" value="{{ $slot['slot'] }}">
                                    <button class="btn {{ $slot['isNew'] ? 'btn-ink' : 'btn-line' }} mt-2"
                                        data-read="{{ $slot['name'] }}">{{ $slot['action'] }}</button>
                                </form>
                            @endif
                        </div>
                    @empty
                        <x-nothing>No card is in a slot. Push one in, then <a href="{{ route('ingest.show', $shoot) }}">look
                                again</a>.</x-nothing>
                    @endforelse
                </div>
                <p class="small quiet">Reading only looks. Nothing is ever written to a card, moved on it or deleted from
                    it. @if ($hasRack)
                        <a href="{{ route('rack') }}">Card rack</a>
                    @endif
                </p>
            </section>
            <section class="panel stack" data-upload="{{ route('upload.announce', $shoot) }}">
                <h2>From this computer</h2>
                @include('ingest.upload')
            </section>
            <section class="panel stack">
                <h2>From a shooter elsewhere</h2>
                <div class="lines">
                    @foreach ($links as $link)
                        <div>
                            <p class="strong">{{ $link->shooter }}</p>
                            <p class="small breaks"><a href="{{ $link->address() }}"
                                    data-upload-link>{{ $link->address() }}</a></p>
                            <p class="small quiet">until {{ $link->ends_at->setTimezone($shoot->zone)->format('j M Y') }}
                            <form method="post" action="{{ route('upload.withdraw', $link) }}" class="d-inline">
                                @csrf<button class="btn-word small">Withdraw it</button></form>
                            </p>
                        </div>
                    @endforeach
                </div>
                <form method="post" action="{{ route('upload.make', $shoot) }}" class="stack">
                    @csrf
                    <div><label class="form-label" for="link_shooter">Whose cards are to come</label><input
                            class="form-control @error('link_shooter') is-invalid @enderror" id="link_shooter"
                            name="link_shooter" value="{{ old('link_shooter') }}" maxlength="120"></div>
                    <x-problem of="link_shooter" />
                    <button class="btn btn-line">Make a private link</button>
                </form>
            </section>
            <section class="panel stack">
                <h2>Where to</h2>
                <p>
                    @foreach ($places as $place)
                        <span class="strong">{{ $place->name }}</span>
                        @unless ($place->isThere())
                            <span class="danger">is not there</span>
                            @endunless{{ $loop->last ? '' : ', ' }}
                        @endforeach
                    </p>
                    <p><a href="{{ route('ingest.where', $shoot) }}">Folders, names and places</a></p>
                </section>
            </div>
            <section>
                @forelse($cards as $summary)
                    @include('ingest.card', ['card' => $summary->card])
                @empty
                    <div class="panel nothing">
                        <h2>No card has been read yet</h2>
                        <p class="quiet">Read a card from a slot, or choose its folder on this computer. Its frames can be
                            looked at before anything is copied.</p>
                    </div>
                @endforelse
            </section>
        </div>
    @endsection
