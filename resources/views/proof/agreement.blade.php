{{-- Who wants what, and a final list of it: $feedback, $kinds, $kind, $list, $with --}}
<div class="panel stack">
    <div class="spread">
        <h2>Who wants what</h2><span>{{ number_format(count($feedback->agreement->wants)) }} of
            {{ number_format($total) }} chosen by somebody</span>
    </div>
    @if (count($feedback->lists) > 1)
        <div class="choices filter" role="group" aria-label="List"><span class="about">List</span><a
                class="choice" href="{{ $with(['list' => '']) }}"
                @if ($list === null) aria-current="true" @endif>any</a>
            @foreach ($feedback->lists as $one)
                <a class="choice" href="{{ $with(['list' => $one]) }}"
                    @if ($list === $one) aria-current="true" @endif>{{ $one }}</a>
            @endforeach
        </div>
    @endif
    <div class="choices filter" role="group" aria-label="Which pictures">
        @foreach ($kinds as $key => [$label, $count])
            <a class="choice" href="{{ $with(['kind' => $key]) }}"
                @if ($kind === $key) aria-current="true" @endif>{{ $label }}
                {{ $count }}</a>
        @endforeach
    </div>
    <div class="choices filter" role="group" aria-label="One person">
        @foreach ($feedback->guests as $guest)
            <a class="choice" href="{{ $with(['kind' => "guest-{$guest->id}"]) }}"
                @if ($kind === "guest-{$guest->id}") aria-current="true" @endif>{{ $guest->called() }}
                {{ count(array_filter($feedback->choices, fn($own) => isset($own[$guest->id]))) }}{{ $guest->sent_at ? ', sent' : '' }}</a>
        @endforeach
    </div>
    @if ($feedback->agreement->wants !== [])
        <form method="post" action="{{ route('proof.final', $gallery) }}" class="choose-line">
            @csrf
            <input type="hidden" name="list" value="{{ $list }}">
            <span>A final list of</span>
            <label class="visually-hidden" for="rule">Which pictures</label><select class="form-select"
                id="rule" name="rule">
                <option value="all">what all agree on</option>
                <option value="best" @selected(old('rule') === 'best')>the most wanted</option>
                <option value="any" @selected(old('rule') === 'any')>what anybody wants</option>
            </select>
            <label class="visually-hidden" for="size">How many</label><input
                class="form-control mark-field @error('size') is-invalid @enderror" id="size"
                name="size" inputmode="numeric" value="{{ old('size') }}" placeholder="40">
            <button class="btn btn-ink" name="as" value="set">Make it a set</button><button
                class="btn btn-line" name="as" value="round">Cull it</button>
            <label class="visually-hidden" for="use">Use</label><input
                class="form-control w-auto @error('use') is-invalid @enderror" id="use" name="use"
                placeholder="album" size="10" value="{{ old('use') }}"><button class="btn btn-line"
                name="as" value="use">Add use</button>
            <x-problem of="rule" /><x-problem of="size" /><x-problem of="use" />
        </form>
    @endif
</div>
