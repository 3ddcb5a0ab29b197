@props(['filter', 'bodies', 'names', 'meant', 'all', 'goes' => null])
{{-- Which frames a page is about: verdict, rating, body; each choice is a link --}}
<nav class="filter" aria-label="Which frames">
    <div class="choices" role="group" aria-label="Verdict"><span class="about">Verdict</span>
        @foreach (['' => 'all', 'keep' => 'kept', 'open' => 'open', 'drop' => 'dropped'] as $value => $label)
            <a class="choice" href="{{ $with(['verdict' => $value]) }}"
                @if (($filter->verdict?->value ?? '') === $value) aria-current="true" @endif>{{ $label }}</a>
        @endforeach
    </div>
    <div class="choices" role="group" aria-label="Rating at least"><span class="about">Rating at least</span>
        @foreach (range(0, 5) as $rating)
            <a class="choice" href="{{ $with(['rating' => $rating ?: null]) }}"
                @if ($filter->rating === $rating) aria-current="true" @endif>{{ $rating }}</a>
        @endforeach
    </div>
    <label class="visually-hidden" for="of-body">Body</label>
    <select id="of-body" class="form-select" data-goes>
        <option value="{{ $with(['body' => null]) }}">All bodies</option>
        @foreach ($bodies as $one)
            <option value="{{ $with(['body' => $one->id]) }}"
                @selected($filter->body === $one->id)>{{ $names[$one->id] }}
            </option>
        @endforeach
    </select>
    @if ($filter->from !== null || $filter->to !== null)
        <a class="choice" href="{{ $with(['from' => null, 'to' => null]) }}">All times ×</a>
    @endif
    <span class="strong">{{ number_format($meant) }} of {{ number_format($all) }} frames</span>
</nav>
