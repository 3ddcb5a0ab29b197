@extends('layouts.shoot')
@push('scripts')
    <script type="module" src="{{ $build->url('js/clocks/clocks.js') }}">
    </script>
@endpush
@section('lanes', 'own')
@if ($body === null)
    @section('page')
        <div class="panel nothing">
            <h2>No frames, no clocks</h2>
            <p>Read a card first. <a href="{{ route('ingest.show', $shoot) }}">Go to the cards</a></p>
        </div>
    @endsection
@else
    @section('whole')
        @include('studio.rail')
        <main class="clocks" data-clocks data-frames="{{ route('clocks.frames', $shoot) }}" data-body="{{ $body->id }}"
            data-try="{{ route('clocks.try', [$shoot, $body]) }}" data-ties-of="{{ route('clocks.ties', [$shoot, $body]) }}"
            data-tie="{{ route('clocks.tie', $shoot) }}">
            <h1 class="visually-hidden">Clocks of {{ $shoot->name }}</h1>
            <div class="near" data-near role="group" aria-label="The nearest frame of each body"></div>
            <div class="tie-bar" role="group" aria-label="Tie">
                <span data-tie-words class="clip">Point at the lanes. Click a frame to hold it, then one of another
                    body.</span>
                <span class="row-line">
                    <button type="button" class="btn btn-line" data-does="t" data-tie-two>Same instant: tie the two
                        <kbd>T</kbd></button>
                    <label for="tie-time" class="visually-hidden">True time that the held frame shows</label>
                    <input id="tie-time" class="form-control" data-tie-time placeholder="or the time it shows, 10:41:07.3">
                    <button type="button" class="btn btn-line" data-tie-typed>Tie to this time</button>
                </span>
                <p class="invalid-feedback" role="alert" data-tie-problem hidden></p>
            </div>
            <div class="lanes" data-lanes>
                <div class="lane-names">
                    @foreach ($bodies as $other)
                        <a href="{{ route('clocks.show', [$shoot, 'body' => $other->id]) }}"
                            data-lane-name="{{ $other->id }}"
                            @if ($other->id === $body->id) aria-current="true" @endif>
                            <span class="strong clip d-block"
                                title="{{ $names[$other->id] }}">{{ $names[$other->id] }}</span>
                            <span class="small clip d-block"
                                @if ($other->id === $body->id) data-state @endif>{{ isset($clocks[$other->id]) ? $clocks[$other->id]->last()->scoped()->clock : 'not looked at yet' }}</span>
                        </a>
                    @endforeach
                    <div class="small lane-tools">
                        <button type="button" class="btn-word" data-does="Home">Whole day</button>
                        <button type="button" class="btn-word" data-does="closer" aria-label="Closer">+</button>
                        <button type="button" class="btn-word" data-does="wider" aria-label="Wider">−</button>
                        <button type="button" class="btn-word" data-does="?">Keys <kbd>?</kbd></button>
                    </div>
                </div>
                <svg data-drawing tabindex="0" role="application"
                    aria-label="Frames of each body over time. Arrows go from frame to frame, with Shift they move the lane."></svg>
            </div>
            <div class="orders" data-orders>
                <span class="small strong">Order now</span>
                <div data-order-now></div>
                <span class="small strong">With this clock</span>
                <div data-order-then></div>
            </div>
            <div class="clock-panels">
                <p class="said" role="status">{{ session('said') }}</p>
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
                        @foreach (['-10' => '− 10 s', '-1' => '− 1 s', '-0.1' => '− 0.1', '0.1' => '+ 0.1', '1' => '+ 1 s', '10' => '+ 10 s'] as $by => $label)
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
                                        <option value="{{ $card->id }}" @selected((string) old('card', $form->card) === (string) $card->id)>card
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
                <div class="stack">
                    <div data-ties aria-live="polite"></div>
                    <div class="stack" data-suggest>
                        <h2>What the frames tell</h2>
                        @if ($bodies->count() > 1)
                            <form class="compare" hx-post="{{ route('clocks.suggest', [$shoot, $body]) }}"
                                hx-include="[data-clock]" hx-target="#suggestion" hx-indicator="#suggestion">
                                <label for="with" class="visually-hidden">In step with</label>
                                <select class="form-select" id="with" name="with">
                                    @foreach ($bodies as $other)
                                        @if ($other->id !== $body->id)
                                            <option value="{{ $other->id }}">{{ $names[$other->id] }}</option>
                                        @endif
                                    @endforeach
                                </select>
                                <button class="btn btn-line">Compare their frames</button>
                            </form>
                            <div id="suggestion">
                                <p class="small quiet">Looks for the same scenes and the same rhythm in both bodies.</p>
                            </div>
                        @else
                            <p>With one body there is nothing to compare.</p>
                        @endif
                    </div>
                </div>
                <div class="stack">
                    <h2>What changes</h2>
                    <dl class="facts" data-effect>
                        <dt>frames that move</dt>
                        <dd class="strong" data-moved>…</dd>
                        <dt>change place</dt>
                        <dd class="strong" data-changed>…</dd>
                        <dt>originals</dt>
                        <dd>not touched</dd>
                    </dl>
                    <p class="danger" data-doubtful hidden></p>
                    <h3>Clocks of this body</h3>
                    @forelse($clocks[$body->id] ?? [] as $row)
                        <div class="spread"><span>{{ $row->scopeInWords() }}<br><span
                                    class="quiet">{{ $row->scoped()->clock }}</span></span>
                            <span class="row-line">
                                @if ($row->card_id !== null || $row->from_ms !== null || $row->to_ms !== null)
                                    <a
                                        href="{{ route('clocks.show', [$shoot, 'body' => $body->id, 'clock' => $row->id]) }}">Change</a>
                                @endif
                                <form method="post" action="{{ route('clocks.remove', [$shoot, $row->id]) }}">@csrf
                                    @method('DELETE')<button class="btn-word">Take away</button></form>
                            </span>
                        </div>
                    @empty
                        <p class="quiet">None yet. “Use this clock” with nothing typed in says that the body is right as
                            it is.</p>
                    @endforelse
                    @if ($last !== null)
                        <form method="post" action="{{ route('clocks.back', $shoot) }}">@csrf<button
                                class="btn btn-line">Take back the last step</button> <span
                                class="small quiet clip d-block">{{ $names[$last->body_id] ?? '' }}:
                                {{ $last->said }}</span></form>
                    @endif
                </div>
            </div>
            <dialog class="help" aria-labelledby="keys-title">
                <h2 id="keys-title">Keys</h2>
                <dl>
                    @foreach ([['→ ←', 'next frame of this body, frame before'], ['↓ ↑', 'next body, body before'], ['Shift → ←', 'move its lane by 1 s'], ['Shift Ctrl → ←', 'by 10 s'], ['Shift Alt → ←', 'by 0.1 s'], ['+ −', 'closer, wider'], ['Home', 'the whole day'], ['H', 'hold the frame of this body'], ['T', 'same instant: tie the two'], ['Esc', 'hold nothing'], ['U', 'use this clock'], ['?', 'these keys']] as [$key, $does])
                        <dt><kbd>{{ $key }}</kbd></dt>
                        <dd>{{ $does }}</dd>
                    @endforeach
                </dl>
                <p class="small quiet">Drag a lane to move it, the ground to go along; the wheel goes closer and wider.</p>
                <form method="dialog"><button class="btn btn-ink">Back to the lanes</button></form>
            </dialog>
        </main>
    @endsection
@endif
