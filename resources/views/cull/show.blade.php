@extends('layouts.shoot')
@push('scripts')<script type="module" src="{{ $build->url('js/cull/cull.js') }}"></script>@endpush
@section('whole')
<div class="cull" data-cull="{{ $shoot->id }}" data-frames="{{ route('cull.frames', $shoot) }}" data-marks="{{ route('cull.mark', $shoot) }}" data-wanted="{{ route('ingest.wanted', $shoot) }}"
     data-verdict="{{ $filter->verdict?->value }}" data-rating="{{ $filter->rating }}" data-body="{{ $filter->body }}" data-from="{{ $filter->from }}" data-to="{{ $filter->to }}">
    @include('studio.rail')
    <div>@include('studio.day-line')</div>
    <div class="filter-row filter" role="group" aria-label="Which frames are shown">
        <div class="choices" role="group" aria-label="Verdict"><span class="about">Verdict</span>
            @foreach(['' => 'all', 'open' => 'open', 'keep' => 'kept', 'drop' => 'dropped'] as $value => $label)
                <button type="button" class="choice" data-says="{{ $value }}" aria-pressed="false">{{ $label }}</button>
            @endforeach
        </div>
        <div class="choices" role="group" aria-label="Rating at least"><span class="about">Rating at least</span>
            @foreach(range(0, 5) as $rating)<button type="button" class="choice" data-least="{{ $rating }}" aria-pressed="false">{{ $rating }}</button>@endforeach
        </div>
        <label class="visually-hidden" for="of-body">Body</label>
        <select id="of-body" class="form-select" data-of-body>
            <option value="">All bodies</option>
            @foreach($bodies as $body)<option value="{{ $body->id }}" @selected($filter->body === $body->id)>{{ $names[$body->id] }}</option>@endforeach
        </select>
        <button type="button" class="choice" data-window hidden>All times ×</button>
        <span class="strong"><span data-meant>…</span> of {{ number_format($all) }} frames</span>
        <span class="danger" data-waiting role="status" hidden></span>
    </div>
    <main class="position-relative">
        <h1 class="visually-hidden">Cull {{ $shoot->name }}</h1>
        <div class="wall h-100" data-wall tabindex="0" aria-label="Wall of frames"><div class="inner"></div></div>
        <div class="look h-100" data-look hidden>
            <ol class="ladder" data-ladder aria-label="Moments"></ol>
            <div class="one">
                <div class="view">
                    <div class="frame" data-frame>
                        <img data-image alt="">
                        <p class="facts-line" data-line></p>
                        <p class="marks" data-shown role="status"></p>
                    </div>
                </div>
            </div>
            <div class="others" data-others aria-label="Frames of this moment"></div>
        </div>
        <div class="nothing" data-none hidden>
            @if($all === 0)
                <h2>No frames yet</h2><p>Read a card first. <a href="{{ route('ingest.show', $shoot) }}">Go to the cards</a></p>
            @else
                <h2>No frame meets this filter</h2><p>Choose another verdict or rating, or all bodies.</p>
            @endif
        </div>
    </main>
    <footer class="bar">
        <span><b data-kept>…</b> kept of {{ number_format($all) }}</span>
        <span><b data-dropped>…</b> dropped</span>
        <span><b data-open>…</b> open</span>
        <span class="touch">
            <button type="button" class="btn btn-line" data-does="f">Keep</button><button type="button" class="btn btn-line" data-does="d">Drop</button><button type="button" class="btn btn-line" data-does="Backspace">Take back</button>
        </span>
        <span class="keys">
            <button type="button" class="btn-word text-decoration-none" data-does="f"><kbd>F</kbd> keep</button>
            <button type="button" class="btn-word text-decoration-none" data-does="d"><kbd>D</kbd> drop</button>
            <button type="button" class="btn-word text-decoration-none" data-does="a"><kbd>A</kbd> only this one</button>
            <button type="button" class="btn-word text-decoration-none" data-does="Backspace"><kbd>⌫</kbd> take back</button>
            <button type="button" class="btn-word text-decoration-none" data-does="Enter"><kbd>↵</kbd> one</button>
            <button type="button" class="btn-word text-decoration-none" data-does="w"><kbd>W</kbd> wall</button>
            <button type="button" class="btn-word text-decoration-none" data-does="?"><kbd>?</kbd> all keys</button>
        </span>
    </footer>
    <dialog class="help" aria-labelledby="keys-title">
        <h2 id="keys-title">Keys</h2>
        <dl>
            @foreach([['F', 'keep, and go on'], ['D', 'drop, and go on'], ['S', 'open again'], ['A', 'keep only this one of its moment, drop the others'], ['1 … 5', 'rating'], ['0', 'no rating'], ['⌫', 'take the last mark back'], ['→ ←', 'next frame, frame before'], ['↓ ↑', 'next moment, moment before; on the wall a row'], ['↵', 'one frame'], ['W', 'the wall of frames'], ['/', 'filter'], ['?', 'these keys']] as [$key, $does])
                <dt><kbd>{{ $key }}</kbd></dt><dd>{{ $does }}</dd>
            @endforeach
        </dl>
        <form method="dialog"><button class="btn btn-ink">Back to the frames</button></form>
    </dialog>
</div>
@endsection
