{{-- The clock of a body: $body, $form, $names, $zones, $cards --}}
<form method="post" action="{{ route('clocks.store', [$shoot, $body]) }}" data-clock class="stack">
    @csrf
    <h2>{{ $names[$body->id] }} needs</h2>
    <div class="needs">
        <p class="number" data-words>…</p><button class="btn btn-ink" data-use
            title="Originals are not touched">Use this clock</button>
    </div>
    <div class="offset">
        <div><label for="direction">its time</label><select class="form-select" id="direction"
                name="direction">
                <option value="later" @selected(old('direction', $form->direction) === 'later')>later by</option>
                <option value="earlier" @selected(old('direction', $form->direction) === 'earlier')>earlier by</option>
            </select></div>
        @foreach (['days' => 'days', 'hours' => 'hours', 'minutes' => 'min', 'seconds' => 'seconds'] as $part => $label)
            <div><label for="{{ $part }}">{{ $label }}</label><input class="form-control"
                    id="{{ $part }}" name="{{ $part }}" inputmode="decimal"
                    value="{{ old($part, $form->parts[$part]) }}"></div>
        @endforeach
    </div>
    <div class="nudges" role="group" aria-label="Nudge">
        @foreach ([
            '-10' => '− 10 s', '-1' => '− 1 s', '-0.1' => '− 0.1', '0.1' => '+ 0.1', '1' => '+ 1 s', '10' => '+ 10 s',
        ] as $by => $label)
            <button type="button" class="choice"
                data-nudge="{{ $by }}">{{ $label }}</button>
        @endforeach
    </div>
    <details @if (
        $form->drift != 0.0 ||
            $form->zone !== '' ||
            $form->card !== null ||
            $form->from !== '' ||
            $form->to !== '' ||
            $errors->hasAny(['drift', 'right_at', 'zone', 'card', 'from', 'to'])) open @endif>
        <summary>Drift, zone, and only some of its frames</summary>
        <div class="stack mt-2">
            <div class="offset two">
                <div><label for="drift">gains, seconds a day</label><input class="form-control"
                        id="drift" name="drift" inputmode="decimal"
                        value="{{ old('drift', $form->drift) }}"></div>
                <div><label for="right_at">offset holds at (local time)</label><input class="form-control"
                        id="right_at" name="right_at" placeholder="2026-09-05 06:00:00"
                        value="{{ old('right_at', $form->rightAt) }}"></div>
            </div>
            <div>
                <label for="zone">zone it was set to</label>
                <input class="form-control" id="zone" name="zone" list="zones"
                    autocomplete="off" value="{{ old('zone', $form->zone) }}"
                    placeholder="as its files say, else {{ $shoot->zone }}">
                <datalist id="zones">
                    @foreach ($zones as $zone)
                        <option value="{{ $zone }}">
                    @endforeach
                </datalist>
                <p class="small quiet">A camera does not follow summer time by itself: for one that worked
                    through the change, give its distance to UTC, such as +02:00.</p>
            </div>
            <div>
                <label for="card">only frames of</label>
                <select class="form-select" id="card" name="card">
                    <option value="">all cards</option>
                    @foreach ($cards as $card)
                        <option value="{{ $card->id }}"
                            @selected((string) old('card', $form->card) === (string) $card->id)>card
                            {{ $card->number }}, {{ $card->name }}</option>
                    @endforeach
                </select>
            </div>
            <div class="offset two">
                <div><label for="from">when it showed from</label><input class="form-control"
                        id="from" name="from" placeholder="start"
                        value="{{ old('from', $form->from) }}"></div>
                <div><label for="to">up to</label><input class="form-control" id="to"
                        name="to" placeholder="end" value="{{ old('to', $form->to) }}"></div>
            </div>
        </div>
    </details>
    <div data-problems role="alert">
        @foreach ($errors->all() as $message)
            <p class="invalid-feedback">{{ $message }}</p>
        @endforeach
    </div>
</form>
