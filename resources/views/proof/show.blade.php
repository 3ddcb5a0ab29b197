@extends('layouts.shoot')
@section('page')
<div class="columns-right">
    <section>
        <div class="panel stack">
            <h2>Galleries</h2>
            <div class="lines">
                @forelse($galleries as $gallery)
                    <article data-gallery="{{ $gallery->id }}">
                        <div class="spread">
                            <div>
                                <h3><a href="{{ route('proof.gallery', $gallery) }}">{{ $gallery->title }}</a></h3>
                                <p class="quiet">{{ number_format($gallery->frames_count) }} frames · {{ number_format($chosen[$gallery->id] ?? 0) }} chosen @if($gallery->wanted)of {{ $gallery->wanted }} wanted @endif · {{ $comments[$gallery->id] ?? 0 }} comments · {{ $gallery->password ? 'with password' : 'no password' }}{{ $gallery->watermark ? ' · watermark “'.$gallery->watermark.'”' : '' }}</p>
                                @if($gallery->closed_at)<p class="danger">The link is closed.</p>
                                @elseif($gallery->published_at)<p>Link for the guest: <a href="{{ $gallery->address() }}" data-link>{{ $gallery->address() }}</a></p>@endif
                                @foreach($gallery->selections as $selection)
                                    <p class="strong"><a href="{{ route('deliver.show', [$shoot, 'selection' => $selection->id]) }}">{{ $selection->name }} sent a selection</a> <span class="quiet fw-normal">{{ $selection->sent_at->setTimezone($shoot->zone)->format('D j M, H:i') }}</span></p>
                                @endforeach
                            </div>
                            @if($gallery->published_at)
                                <form method="post" action="{{ route('proof.close', $gallery) }}">@csrf<button class="btn btn-line">{{ $gallery->closed_at ? 'Open the link again' : 'Close the link' }}</button></form>
                            @endif
                        </div>
                        @if($gallery->published_at)<ul class="pictures mt-2">@foreach($gallery->frames()->orderBy('number')->limit(6)->get() as $proof)<li><img src="{{ App\Studio\PictureAddress::orNothing($proof->small_path) }}" alt="" loading="lazy"></li>@endforeach</ul>@endif
                        @if($gallery->task()?->isUnderWay())@include('studio.task', ['task' => $gallery->task()])@endif
                        @if($gallery->task()?->problem)<p class="danger">{{ $gallery->task()->problem }}</p>@endif
                    </article>
                @empty
                    <p>No gallery yet. Choose the frames on the right, give it a title and publish it.</p>
                @endforelse
            </div>
        </div>
    </section>
    <form method="post" action="{{ route('proof.publish', [$shoot, ...$filter->toQuery()]) }}" class="panel stack">
        @csrf
        <h2>Publish a gallery</h2>
        @include('studio.filter')
        <div>
            <label class="form-label" for="title">Title</label>
            <input class="form-control @error('title') is-invalid @enderror" id="title" name="title" value="{{ old('title', $shoot->name) }}" maxlength="120">
            <x-problem of="title"/>
        </div>
        <div>
            <label class="form-label" for="message">Message to the guest</label>
            <textarea class="form-control" id="message" name="message" rows="3">{{ old('message', 'Please choose the pictures you would like to have.') }}</textarea>
        </div>
        <div class="row g-3">
            <div class="col"><label class="form-label" for="wanted">How many to choose</label><input class="form-control @error('wanted') is-invalid @enderror" id="wanted" name="wanted" inputmode="numeric" value="{{ old('wanted') }}" placeholder="as many as they like">
            <x-problem of="wanted"/></div>
            <div class="col"><label class="form-label" for="password">Password</label><input class="form-control @error('password') is-invalid @enderror" id="password" name="password" autocomplete="off" placeholder="none">
            <x-problem of="password"/></div>
        </div>
        <div>
            <label class="form-label" for="watermark">Watermark (empty for none)</label>
            <input class="form-control" id="watermark" name="watermark" value="{{ old('watermark', $shoot->studio->name.' · proof') }}" maxlength="80">
        </div>
        <div>
            <label class="form-label" for="guest_email">Mail the link to</label>
            <input class="form-control @error('guest_email') is-invalid @enderror" id="guest_email" name="guest_email" type="email" value="{{ old('guest_email') }}" placeholder="nobody; the link is shown here">
            <x-problem of="guest_email"/>
        </div>
        <button class="btn btn-next" @disabled($meant === 0)>Publish {{ number_format($meant) }} {{ Str::plural('frame', $meant) }}</button>
        @if($meant === 0)<p>No frame meets this filter. <a href="{{ route('cull.show', $shoot) }}">Keep some frames first</a></p>@endif
    </form>
</div>
@endsection
