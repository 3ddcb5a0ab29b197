{{-- How far the round is, and what keys do --}}
<footer class="bar">
    <a href="{{ route('cull.rounds', $shoot) }}" class="strong" data-round>{{ $round->inWords() }}</a>
    <span><b data-kept>…</b> kept of <span data-total>{{ number_format($all) }}</span></span>
    <span><b data-dropped>…</b> dropped</span>
    <span><b data-open>…</b> open</span>
    <span data-target hidden></span>
    <span class="kept-rate" data-rate></span>
    <span class="strong" data-speed></span>
    <span class="strong" data-several hidden></span>
    <span class="touch">
        <button type="button" class="btn btn-line" data-does="keep">Keep</button><button type="button"
            class="btn btn-line" data-does="drop">Drop</button><button type="button" class="btn btn-line"
            data-does="takeBack">Undo</button><button type="button" class="btn btn-line"
            data-does="wall">Wall</button><button type="button" class="btn btn-line"
            data-does="people">People</button>
        @foreach (range(0, 5) as $rating)
            <button type="button" class="btn btn-line" data-does="rate{{ $rating }}"
                aria-label="Rating {{ $rating }}">{{ $rating }}</button>
        @endforeach
    </span>
    <span class="keys">
        <span class="undo clip" data-undo-word hidden>last: <span data-undo></span></span>
        @foreach ([
            'keep' => 'keep', 'drop' => 'drop', 'only' => 'only this one', 'takeBack' => 'undo', 'wall' => 'wall',
            'rivals' => 'rivals', 'help' => 'all keys',
        ] as $action => $label)
            <button type="button" class="btn-word text-decoration-none"
                data-does="{{ $action }}"><kbd>{{ Kanpai\Core\Cull\Keys::inWords($habits->keys()->all()[$action]) }}</kbd>
                {{ $label }}</button>
        @endforeach
    </span>
</footer>
