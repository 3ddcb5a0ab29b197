@extends('layouts.shoot')
@push('scripts')<script type="module" src="{{ $build->url('js/clocks/clocks.js') }}"></script>@endpush
@section('lanes', 'own')
@section('page')
@if($body === null)
    <div class="panel nothing"><h2>No frames, no clocks</h2><p>Read a card first. <a href="{{ route('ingest.show', $shoot) }}">Go to the cards</a></p></div>
@else
    <div id="trial">@include('clocks.trial')</div>
    <div class="under">
        <form method="post" action="{{ route('clocks.store', [$shoot, $body]) }}" data-clock hx-post="{{ route('clocks.try', [$shoot, $body]) }}" hx-trigger="input delay:250ms" hx-target="#trial" hx-swap="innerHTML" class="stack">
            @csrf
            <h2>{{ $names[$body->id] }} needs</h2>
            <div class="offset">
                <div><label for="direction">its time</label><select class="form-select" id="direction" name="direction"><option value="later" @selected(! $clock->offset->isEarlier())>later by</option><option value="earlier" @selected($clock->offset->isEarlier())>earlier by</option></select></div>
                @foreach(['days' => 'days', 'hours' => 'hours', 'minutes' => 'minutes', 'seconds' => 'seconds'] as $part => $label)
                    <div><label for="{{ $part }}">{{ $label }}</label><input class="form-control" id="{{ $part }}" name="{{ $part }}" inputmode="decimal" value="{{ old($part, $parts[$part]) }}"></div>
                @endforeach
            </div>
            <div class="offset">
                <div><label for="drift">gains, seconds a day</label><input class="form-control" id="drift" name="drift" inputmode="decimal" value="{{ old('drift', $clock->drift) }}"></div>
                <div data-right-at @if($clock->drift === 0.0 && ! old('drift')) hidden @endif><label for="right_at">it was right at (local time)</label><input class="form-control wide" id="right_at" name="right_at" value="{{ old('right_at', $rightAt) }}"></div>
            </div>
            @foreach($errors->all() as $message)<p class="invalid-feedback" role="alert">{{ $message }}</p>@endforeach
            <button class="btn btn-ink">Use this clock</button>
        </form>
        <div class="stack">
            <h2>The bodies</h2>
            <div class="lines">
                @foreach($bodies as $other)
                    <p><a href="{{ route('clocks.show', [$shoot, 'body' => $other->id]) }}" @if($other->id === $body->id) aria-current="true" class="strong" @endif>{{ $names[$other->id] }}</a> · {{ number_format($counts[$other->id]) }} frames<br>
                    <span class="quiet">{{ isset($clocks[$other->id]) ? ($clocks[$other->id]->isAsRead() ? 'right as it is' : $clocks[$other->id]->offset.($clocks[$other->id]->drift != 0.0 ? ', gains '.$clocks[$other->id]->drift.' s a day' : '')) : 'not looked at yet' }}</span></p>
                @endforeach
            </div>
        </div>
        <div class="stack">
            <h2>What this does</h2>
            <div id="effect" class="stack">@include('clocks.effect')</div>
            <p>Originals are not touched. A clock can be changed at any time.</p>
            <p class="quiet">“Use this clock” with nothing typed in says that the body is right as it is.</p>
        </div>
    </div>
@endif
@endsection
