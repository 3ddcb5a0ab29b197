@extends('layouts.shoot')
@push('scripts')
    <script type="module" src="{{ $build->url('js/cull/cull.js') }}">
    </script>
@endpush
@section('whole')
    <div class="cull" data-cull="{{ $shoot->id }}" data-round-id="{{ $round->id }}"
        data-frames="{{ route('cull.frames', $shoot) }}" data-marks="{{ route('cull.mark', $shoot) }}"
        data-wanted="{{ route('ingest.wanted', $shoot) }}" data-since="{{ url("/shoots/{$shoot->id}/cull/since") }}"
        data-whole="{{ url("/shoots/{$shoot->id}/cull/frames") }}" data-meeting="{{ route('cull.meeting', $shoot) }}"
        data-coverage="{{ route('cull.coverage', $shoot) }}" data-fineness="{{ route('cull.fineness', $shoot) }}"
        data-border="{{ route('cull.border', $shoot) }}" data-sets="{{ route('cull.sets.store', $shoot) }}"
        data-collect="{{ route('cull.collect', $shoot) }}" data-uses-address="{{ route('cull.uses.store', $shoot) }}"
        data-keys-address="{{ route('habits.keys') }}" data-moves-on-address="{{ route('habits.moves-on') }}"
        data-keys="{{ json_encode($habits->keys()->all()) }}" data-moves-on="{{ $habits->movesOn() ? '1' : '' }}"
        data-rating-moves-on="{{ $habits->ratingMovesOn() ? '1' : '' }}" data-collects="{{ $habits->collects($shoot) }}"
        data-verdict="{{ $filter->verdict?->value }}" data-rating="{{ $filter->rating }}" data-body="{{ $filter->body }}"
        data-from="{{ $filter->from }}" data-to="{{ $filter->to }}" data-where="{{ $where }}"
        data-sort="{{ $filter->sort->value === 'time' ? '' : $filter->sort->value }}">
        @include('studio.rail')
        <div class="line-place">@include('studio.day-line')</div>
        <div class="filter-row">
            <div class="filter" role="group" aria-label="Which frames are shown">
                <div class="choices" role="group" aria-label="Verdict"><span class="about">Verdict</span>
                    @foreach (['' => 'all', 'open' => 'open', 'keep' => 'kept', 'drop' => 'dropped'] as $value => $label)
                        <button type="button" class="choice" data-says="{{ $value }}"
                            aria-pressed="false">{{ $label }}</button>
                    @endforeach
                </div>
                <div class="choices" role="group" aria-label="Rating at least"><span class="about">Rating at least</span>
                    @foreach (range(0, 5) as $rating)
                        <button type="button" class="choice" data-least="{{ $rating }}"
                            aria-pressed="false">{{ $rating }}</button>
                    @endforeach
                </div>
                <label class="visually-hidden" for="of-body">Body</label>
                <select id="of-body" class="form-select" data-of-body>
                    <option value="">All bodies</option>
                    @foreach ($bodies as $body)
                        <option value="{{ $body->id }}" @selected($filter->body === $body->id)>{{ $names[$body->id] }}</option>
                    @endforeach
                </select>
                <button type="button" class="choice" data-window hidden>All times ×</button>
                <button type="button" class="choice" data-highlighted hidden></button>
                <span class="strong"><span data-meant>…</span> of {{ number_format($all) }} frames</span>
                <button type="button" class="choice" data-more-button
                    aria-expanded="{{ $where !== '' || $filter->sort->value !== 'time' ? 'true' : 'false' }}"
                    aria-controls="more">Find and collect</button>
            </div>
            <div class="more" id="more" data-more @if ($where === '' && $filter->sort->value === 'time') hidden @endif>
                <form class="find" data-find>
                    <label for="where" class="visually-hidden">Frames for which this is true</label>
                    <input class="form-control" id="where" data-where value="{{ $where }}"
                        placeholder="lens:85 and not use:press" autocomplete="off" spellcheck="false">
                    <label for="add" class="visually-hidden">Add a condition</label>
                    <select class="form-select" id="add" data-add>
                        <option value="">Add a condition</option>
                        @foreach ($subjects as $subject)
                            <option value="{{ $subject->value }}|{{ $subject->isNumber() ? '>=' : ':' }}">
                                {{ $subject->value }}: {{ $subject->help() }}</option>
                        @endforeach
                    </select>
                    <button class="btn btn-ink">Find</button>
                    <label for="sort" class="visually-hidden">Order</label>
                    <select class="form-select" id="sort" data-sort>
                        @foreach (Kanpai\Core\Frames\Sort::cases() as $sort)
                            <option value="{{ $sort->value === 'time' ? '' : $sort->value }}" @selected($filter->sort === $sort)>
                                {{ $sort->inWords() }}</option>
                        @endforeach
                    </select>
                    <a href="{{ route('cull.list', $shoot) }}">Names and lists</a>
                    <a href="{{ route('cull.dropped', $shoot) }}">After the pass</a>
                    <a href="{{ route('shelf') }}">All sets</a>
                </form>
                <p class="invalid-feedback" data-where-problem role="alert"
                    @if ($filter->problem === null) hidden @endif>{{ $filter->problem }}</p>
                <form class="find" data-new-set>
                    <label for="collects">Collect into</label>
                    <select class="form-select" id="collects" data-collects>
                        <option value="">no set yet</option>
                        @foreach ($sets as $set)
                            @unless ($set->isLive())
                                <option value="{{ $set->id }}" @selected($habits->collects($shoot) === $set->id)>{{ $set->name }}</option>
                            @endunless
                        @endforeach
                    </select>
                    <label for="set-name">New set</label>
                    <input class="form-control" id="set-name" data-set-name maxlength="120" placeholder="name"
                        autocomplete="off">
                    <label><input class="form-check-input" type="checkbox" data-everywhere> of all shoots</label>
                    <button class="btn btn-line" value="hand">Make a set</button>
                    <button class="btn btn-line" value="live">Save what is found as a live set</button>
                    <label><input class="form-check-input" type="checkbox" data-moves-on @checked($habits->movesOn())>
                        marking moves on</label>
                    <label><input class="form-check-input" type="checkbox" data-rating-moves-on
                            @checked($habits->ratingMovesOn())> a rating too</label>
                    <label><input class="form-check-input" type="checkbox" data-outside> also frames outside this
                        round</label>
                </form>
                <p class="invalid-feedback" data-set-problem role="alert" hidden></p>
            </div>
            <p class="danger" data-waiting role="status" hidden></p>
            <div class="conflicts" data-conflicts role="alert" hidden></div>
        </div>
        <main class="position-relative">
            <h1 class="visually-hidden">Cull {{ $shoot->name }}</h1>
            <div class="wall h-100" data-wall tabindex="0" role="group" aria-label="Wall of frames">
                <div class="inner"></div>
            </div>
            <div class="look h-100" data-look hidden>
                <div class="ladder-side">
                    <div class="slider"><label for="fineness" class="visually-hidden">Moments, from few large to many
                            small</label><span class="small">few large</span><input type="range" class="form-range"
                            id="fineness" data-fineness min="0" max="100" step="1"><span
                            class="small">many small</span><span class="small strong" data-moments></span></div>
                    <ol class="ladder" data-ladder aria-label="Moments"></ol>
                </div>
                <div class="one">
                    <div class="view" data-view>
                        <div class="frame" data-frame>
                            <canvas data-image role="img" aria-label=""></canvas>
                            <p class="facts-line" data-line></p>
                            <dl class="facts facts-more" data-facts hidden></dl>
                            <p class="marks" data-shown role="status"></p>
                        </div>
                    </div>
                    <div class="pins" data-pins role="group" aria-label="Pinned spots" hidden></div>
                </div>
                <div class="others" data-others role="group" aria-label="Frames of this moment"></div>
            </div>
            <div class="rivals h-100" data-rivals role="group" aria-label="Rivals side by side" hidden></div>
            <div class="flash" data-flash aria-hidden="true"></div>
            <p class="note" data-note role="status" hidden></p>
            <div class="uses-panel" data-uses-panel hidden>
                <div class="choices filter" data-uses role="group" aria-label="Uses"></div>
                <form class="find" data-new-use><label for="use-name" class="visually-hidden">Another use</label><input
                        class="form-control" id="use-name" data-use-name maxlength="60" placeholder="another use"
                        autocomplete="off"><button class="btn btn-line">Add it for the studio</button></form>
            </div>
            <div class="nothing" data-pass hidden>
                <h2 data-pass-title></h2>
                <p><span data-pass-counts></span> <span data-pass-gaps></span></p>
                <div class="row-line">
                    <a class="btn btn-next" href="{{ route('cull.rounds', $shoot) }}">Begin the next round</a>
                    <a class="btn btn-line" href="{{ route('cull.dropped', $shoot) }}">Look at the dropped</a>
                    <button type="button" class="btn btn-line" data-pass-gap hidden>Go to the first gap</button>
                    <button type="button" class="btn btn-line" data-pass-shows="keep">Show the kept</button>
                    <button type="button" class="btn btn-line" data-pass-shows="">Show all</button>
                </div>
            </div>
            <div class="nothing" data-none hidden>
                @if ($all === 0)
                    <h2>No frames yet</h2>
                    <p>Read a card first. <a href="{{ route('ingest.show', $shoot) }}">Go to the cards</a></p>
                @else
                    <h2>No frame meets this filter</h2>
                    <p>Choose another verdict or rating, or all bodies.</p>
                @endif
            </div>
        </main>
        <footer class="bar">
            <a href="{{ route('cull.rounds', $shoot) }}" class="strong" data-round>{{ $round->inWords() }}</a>
            <span><b data-kept>…</b> kept of <span data-total>{{ number_format($all) }}</span></span>
            <span><b data-dropped>…</b> dropped</span>
            <span><b data-open>…</b> open</span>
            <span data-target hidden></span>
            <span data-rate></span>
            <span class="strong" data-speed></span>
            <span class="strong" data-several hidden></span>
            <span class="touch">
                <button type="button" class="btn btn-line" data-does="keep">Keep</button><button type="button"
                    class="btn btn-line" data-does="drop">Drop</button><button type="button" class="btn btn-line"
                    data-does="takeBack">Undo</button><button type="button" class="btn btn-line"
                    data-does="wall">Wall</button>
                @foreach (range(0, 5) as $rating)
                    <button type="button" class="btn btn-line" data-does="rate{{ $rating }}"
                        aria-label="Rating {{ $rating }}">{{ $rating }}</button>
                @endforeach
            </span>
            <span class="keys">
                <span class="undo clip" data-undo-word hidden>last: <span data-undo></span></span>
                @foreach (['keep' => 'keep', 'drop' => 'drop', 'only' => 'only this one', 'takeBack' => 'undo', 'wall' => 'wall', 'rivals' => 'rivals', 'help' => 'all keys'] as $action => $label)
                    <button type="button" class="btn-word text-decoration-none"
                        data-does="{{ $action }}"><kbd>{{ Kanpai\Core\Cull\Keys::inWords($habits->keys()->all()[$action]) }}</kbd>
                        {{ $label }}</button>
                @endforeach
            </span>
        </footer>
        <dialog class="help" aria-labelledby="keys-title">
            <h2 id="keys-title">Keys</h2>
            <form data-keys>
                <div class="key-list">
                    @foreach ($actions as $action => [$usual, $does])
                        <label for="key-{{ $action }}">{{ $does }}</label>
                        <input class="form-control" id="key-{{ $action }}" data-key="{{ $action }}"
                            value="{{ $habits->keys()->all()[$action] }}"
                            title="usually {{ Kanpai\Core\Cull\Keys::inWords($usual) }}" autocomplete="off">
                    @endforeach
                </div>
                <p class="invalid-feedback" data-keys-problem role="alert" hidden></p>
                <div class="row-line"><button class="btn btn-ink">Keep these keys</button><span class="small quiet">Stand
                        in a field and press the key. They are yours on every machine.</span></div>
            </form>
            <form method="dialog"><button class="btn btn-line" autofocus>Back to the frames</button></form>
        </dialog>
    </div>
@endsection
