@extends('layouts.shoot')
@push('scripts')
    @vite('resources/js/ingest/choose.js')
@endpush
@section('whole')
    <div class="cull" data-choose="{{ $card->id }}" data-shoot="{{ $shoot->id }}"
        data-frames="{{ route('ingest.frames', $card) }}" data-ticks="{{ route('ingest.tick', $card) }}"
        data-marks="{{ route('cull.mark', $shoot) }}" data-wanted="{{ route('ingest.wanted', $shoot) }}"
        data-whole="{{ url("/shoots/{$shoot->id}/cull/frames") }}" data-unread="{{ $card->state->isRead() ? '' : '1' }}"
        data-copying="{{ $copying === null ? '' : '1' }}">
        @include('studio.rail')
        <div data-line-of-day>@include('studio.day-line')</div>
        <div class="filter-row filter">
            <h1 class="as-text"><a href="{{ route('ingest.show', $shoot) }}" class="plain">Cards</a> › Card
                {{ $card->number }} · {{ $card->name }}</h1>
            <div class="choices" role="group" aria-label="Which frames are shown"><span class="about">Show</span>
                @foreach ([
                    'all' => 'all', 'ticked' => 'ticked', 'unticked' => 'not ticked', 'dropped' => 'dropped',
                    'troubled' => 'with a problem',
                ] as $value => $label)
                    <button type="button" class="choice" data-only="{{ $value }}"
                        aria-pressed="false">{{ $label }}</button>
                @endforeach
            </div>
            <button type="button" class="choice" data-untick-dropped hidden></button>
            <button type="button" class="choice" data-untick-known hidden></button>
            <span class="strong" data-reading role="status">Reading the card …</span>
            <span class="danger" data-note role="status" hidden></span>
        </div>
        <main class="position-relative">
            <div class="wall h-100" data-wall tabindex="0" role="group" aria-label="Frames on the card">
                <div class="inner"></div>
            </div>
            <div class="card-large" data-large hidden>
                <div>
                    <div class="frame" data-frame><img data-image alt=""></div>
                </div>
                <p class="small" data-word role="status"></p>
            </div>
            <div class="nothing nothing-over" data-none hidden>
                <h2>No frame to show here</h2>
                <p>Choose “all” to see the whole card again.</p>
            </div>
            <div class="nothing nothing-over" data-empty hidden>
                <h2>There is no file on this card</h2>
            </div>
        </main>
        <footer class="bar choose-bar">
            <div>
                <p><b data-ticked>…</b> frames ticked, <b data-ticked-size>…</b> <span class="quiet">· <b
                            data-highlighted>0</b> highlighted</span></p>
                <p class="clip small" data-line></p>
            </div>
            <span class="keys">
                <button type="button" class="btn btn-line" data-look disabled>Large</button>
                <button type="button" class="btn btn-line" data-tick disabled>Tick</button>
                <button type="button" class="btn-word text-decoration-none" data-keys><kbd>?</kbd> keys</button>
            </span>
            @if ($copying?->isUnderWay())
                <a class="btn btn-ink" href="{{ route('ingest.show', $shoot) }}">Copying · look at it</a>
            @elseif(!$isAllCopied)
                <form method="post" action="{{ route('ingest.copy', $card) }}"
                    class="row-line align-items-center flex-nowrap">
                    @csrf
                    <label class="small text-nowrap" for="shooter">Shooter</label>
                    <input class="form-control shooter @error('shooter') is-invalid @enderror" id="shooter"
                        name="shooter"
                        value="{{ old('shooter', $card->shooter) }}" maxlength="120">
                    <button class="btn btn-next" data-copy="{{ count($places) }}" disabled>Copy</button>
                </form>
            @else
                <span class="strong">{{ $card->state === App\Ingest\CardState::Safe ? 'Safe to format' : '' }}</span>
            @endif
        </footer>
        <x-keys back="Back to the card" :keys="[
            ['T', 'tick or untick all that is highlighted'], ['↵', 'look at one frame large, and back'],
            ['space held', 'true pixels, at the pointer'], ['→ ← ↑ ↓', 'highlight the next frame'],
            ['⇧ with arrows', 'highlight a range; also ⇧ with a click'],
            ['Ctrl A', 'highlight all that is shown'], ['Esc', 'highlight this one only'], ['F', 'keep'],
            ['D', 'drop'], ['S', 'open again'], ['⌫', 'take the last verdict back'], ['?', 'these keys'],
        ]">Ticked frames are copied. Highlighted frames are those a key acts on. Verdicts given here stay with the
            frames.</x-keys>
    </div>
@endsection
