{{-- Which frames are shown, and what they are collected into --}}
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
        <button type="button" class="choice" data-proposals-button aria-expanded="false"
            aria-controls="proposals">Proposals</button>
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
                    <option value="{{ $sort->value === 'time' ? '' : $sort->value }}"
                        @selected($filter->sort === $sort)>
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
                        <option value="{{ $set->id }}"
                            @selected($habits->collects($shoot) === $set->id)>{{ $set->name }}</option>
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
    @include('cull.proposals')
    <p class="danger" data-waiting role="status" hidden></p>
    <div class="conflicts" data-conflicts role="alert" hidden></div>
</div>
