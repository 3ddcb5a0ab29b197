@extends('layouts.shoot')
@php($zone = $shoot->zone())
@section('page')
    <p class="mb-3">
        <a href="{{ route('cull.show', $shoot) }}">Back to the frames</a>
    </p>
    <div class="columns-right">
        <div>
            <section class="panel stack">
                <div class="spread">
                    <h2>The count of {{ lcfirst($now->inWords()) }}</h2>
                    <p>
                        @if ($count->wanted !== null)
                            <span class="number">{{ number_format($count->all['keep']) }}</span> kept, target
                            {{ number_format($count->wanted) }}
                        @else
                            <span class="number">{{ number_format($count->all['keep']) }}</span> kept
                        @endif of {{ number_format(array_sum($count->all)) }} in the round,
                        {{ number_format($count->all['drop']) }} dropped, {{ number_format($count->all['open']) }} open
                    </p>
                </div>
                <p class="small">{{ number_format($count->coverage->perMinute(), 1) }} kept for each of
                    {{ number_format(count($count->coverage->minutes)) }} minutes of coverage.</p>
                @if ($count->coverage->minutes !== [])
                    @php($minutes = $count->coverage->minutes)
                    @php([$first, $last, $most] = [$minutes[0]['from'], end($minutes)['from'] + 60000, max(array_column($minutes, 'frames'))])
                    @php($x = fn(int $at): float => round((1000 * ($at - $first)) / max(1, $last - $first), 2))
                    <svg class="coverage" viewBox="0 0 1000 120" preserveAspectRatio="none" role="img"
                        aria-label="Frames and kept frames for each minute of the day">
                        @foreach ($minutes as $minute)
                            <rect class="frames" x="{{ $x($minute['from']) }}"
                                width="{{ max(1.5, $x($minute['from'] + 60000) - $x($minute['from'])) }}"
                                y="{{ 100 - (96 * $minute['frames']) / $most }}"
                                height="{{ (96 * $minute['frames']) / $most }}" />
                            @if ($minute['kept'] > 0)
                                <rect class="kept" x="{{ $x($minute['from']) }}"
                                    width="{{ max(1.5, $x($minute['from'] + 60000) - $x($minute['from'])) }}"
                                    y="{{ 100 - (96 * $minute['kept']) / $most }}"
                                    height="{{ (96 * $minute['kept']) / $most }}" />
                            @endif
                        @endforeach
                        @foreach ($count->coverage->gaps as $gap)
                            <line class="gap" x1="{{ $x($gap['from']) }}"
                                x2="{{ max($x($gap['to']), $x($gap['from']) + 3) }}" y1="108" y2="108" />
                        @endforeach
                    </svg>
                    <div class="spread small quiet"><span>{{ $zone->format($first, 'H:i') }}</span><span>grey: frames a
                            minute; black: kept; dashes: nothing kept</span><span>{{ $zone->format($last, 'H:i') }}</span>
                    </div>
                @endif
                <h3>Of these minutes nothing is kept</h3>
                @if ($count->coverage->gaps === [])
                    <p class="small">None: every minute with frames has one that is kept.</p>
                @else
                    <ul class="gaps">
                        @foreach (array_slice($count->coverage->gaps, 0, 60) as $gap)
                            <li><a href="{{ route('cull.show', [$shoot, 'from' => $gap['from'], 'to' => $gap['to']]) }}">{{ $zone->format($gap['from'], 'H:i') }}
                                    to {{ $zone->format($gap['to'], 'H:i') }}</a>, {{ number_format($gap['frames']) }}
                                {{ Str::plural('frame', $gap['frames']) }}</li>
                        @endforeach
                    </ul>
                    @if (count($count->coverage->gaps) > 60)
                        <p class="small quiet">The first 60 of {{ number_format(count($count->coverage->gaps)) }}.</p>
                    @endif
                @endif
                @foreach ([['By shooter', $count->shooters], ['By body', $count->bodies]] as [$title, $lines])
                    <h3>{{ $title }}</h3>
                    @foreach ($lines as $name => $said)
                        @php($sum = array_sum($said))
                        <div class="tally-bar"><span class="clip">{{ $name }}</span>
                            <svg viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true">
                                <rect class="kept" width="{{ (100 * $said['keep']) / $sum }}" height="10" />
                                <rect class="dropped" x="{{ (100 * $said['keep']) / $sum }}"
                                    width="{{ (100 * $said['drop']) / $sum }}" height="10" />
                                <rect class="open" x="{{ (100 * ($said['keep'] + $said['drop'])) / $sum }}"
                                    width="{{ (100 * $said['open']) / $sum }}" height="10" />
                            </svg>
                            <span class="small">{{ number_format($said['keep']) }} kept,
                                {{ number_format($said['drop']) }} dropped, {{ number_format($said['open']) }} open</span>
                        </div>
                    @endforeach
                @endforeach
            </section>
            @if ($comparison !== null)
                <section class="panel stack">
                    <h2>From {{ lcfirst($one->inWords()) }} to {{ lcfirst($other->inWords()) }}</h2>
                    <p>{{ number_format($comparison->same) }} frames stand as they stood.</p>
                    @foreach ($comparison->changes as $change => $ids)
                        @php([$was, $is] = array_map(fn(string $word): string => ['keep' => 'kept', 'drop' => 'dropped', 'open' => 'open'][$word], explode('→', $change)))
                        <h3>{{ number_format(count($ids)) }} {{ $was }}, then {{ $is }}</h3>
                        <ul class="pictures">
                            @foreach ($frames[$change] as $frame)
                                <li>
                                    @if ($frame['picture'])
                                        <img src="{{ $frame['picture'] }}" alt="{{ $frame['name'] }}" loading="lazy">
                                    @endif
                                </li>
                            @endforeach
                        </ul>
                    @endforeach
                </section>
            @endif
        </div>
        <div>
            <section class="panel stack">
                <h2>Begin a round</h2>
                <form class="stack" method="post" action="{{ route('cull.rounds.store', $shoot) }}">
                    @csrf
                    <div class="choose-line"><label for="source">From</label><select class="form-select" id="source"
                            name="source">
                            <option value="all">all frames</option>
                            <option value="kept" @selected(old('source') === 'kept')>what is kept now</option>
                            <option value="set" @selected(old('source') === 'set')>a set</option>
                        </select>
                        @if ($sets->isNotEmpty())
                            <label class="visually-hidden" for="set">Set</label><select class="form-select"
                                id="set" name="set">
                                <option value="">which set</option>
                                @foreach ($sets as $set)
                                    <option value="{{ $set->id }}" @selected((string) old('set') === (string) $set->id)>{{ $set->name }}
                                    </option>
                                @endforeach
                            </select>
                        @endif
                    </div>
                    <div class="choose-line"><label for="starts">At the start</label><select class="form-select"
                            id="starts" name="starts">
                            <option value="open">everything is open</option>
                            <option value="kept" @selected(old('starts') === 'kept')>everything counts as kept</option>
                        </select></div>
                    <div class="choose-line"><label for="doubt">Moving past without a key</label><select
                            class="form-select" id="doubt" name="doubt">
                            @foreach (Kanpai\Core\Cull\Round\Doubt::cases() as $doubt)
                                <option value="{{ $doubt->value }}" @selected(old('doubt') === $doubt->value)>{{ $doubt->inWords() }}
                                </option>
                            @endforeach
                        </select>
                    </div>
                    <div class="choose-line"><label for="target">Target</label><input class="form-control mark-field"
                            id="target" name="target" inputmode="numeric" value="{{ old('target') }}"
                            placeholder="700"><span>frames, or</span><label class="visually-hidden" for="per_minute">Frames
                            a minute</label><input class="form-control mark-field" id="per_minute" name="per_minute"
                            inputmode="decimal" value="{{ old('per_minute') }}" placeholder="1.3"><span>a minute</span>
                    </div>
                    @foreach (['source', 'set', 'target', 'per_minute', 'starts', 'doubt'] as $field)
                        <x-problem :of="$field" />
                    @endforeach
                    <button class="btn btn-next">Begin round {{ $rounds->max('number') + 1 }}</button>
                    <p class="small quiet">The verdicts of {{ lcfirst($now->inWords()) }} stay with it and can be taken up
                        again.</p>
                </form>
            </section>
            <section class="panel stack">
                <h2>Rounds</h2>
                @foreach ($rounds->reverse() as $round)
                    <div class="round-line">
                        <span class="strong">{{ $round->inWords() }}</span>
                        <span class="small">from
                            {{ ['all' => 'all frames', 'kept' => 'what was kept', 'set' => 'a set'][$round->source->value] }},
                            {{ $round->starts_kept ? 'all kept' : 'all open' }} at the start, passing
                            {{ $round->doubt->inWords() }}@if ($round->target)
                                , target {{ number_format($round->target) }}
                                @endif @if ($round->per_minute)
                                    , target {{ $round->per_minute }} a minute
                                @endif
                                <br>
                                @if ($round->thrown_away_at)
                                    <em>thrown away</em>
                                @elseif($round->id === $now->id)
                                    <em>goes on</em>
                                @endif
                        </span>
                        <span class="row-line">
                            @if ($round->id !== $now->id)
                                <form method="post" action="{{ route('cull.rounds.take-up', [$shoot, $round]) }}">
                                    @csrf<button class="btn-word">Take up again</button></form>
                            @endif
                            @if ($round->thrown_away_at === null)
                                <form method="post" action="{{ route('cull.rounds.throw-away', [$shoot, $round]) }}">
                                    @csrf<button class="btn-word">Throw away</button></form>
                            @endif
                        </span>
                    </div>
                @endforeach
                @if ($rounds->count() > 1)
                    <form class="choose-line" method="get"><label for="one">Compare</label><select
                            class="form-select" id="one" name="one">
                            @foreach ($rounds as $round)
                                <option value="{{ $round->id }}" @selected($one?->id === $round->id)>{{ $round->inWords() }}
                                </option>
                            @endforeach
                        </select>
                        <label for="other">with</label><select class="form-select" id="other" name="other">
                            @foreach ($rounds->reverse() as $round)
                                <option value="{{ $round->id }}" @selected($other?->id === $round->id)>{{ $round->inWords() }}
                                </option>
                            @endforeach
                        </select><button class="btn btn-line">Show what changed</button>
                    </form>
                @endif
            </section>
            <section class="panel stack">
                <h2>Reset all marks</h2>
                <p class="small">Verdicts, ratings and uses of all frames of the shoot go. It is one step, which can be
                    undone on the culling page. Captions, sets and files stay.</p>
                <form method="post" action="{{ route('cull.reset', $shoot) }}" class="stack">@csrf
                    <div><label class="form-label" for="reset-name">Type the name of the shoot,
                            {{ $shoot->name }}</label><input class="form-control @error('name') is-invalid @enderror"
                            id="reset-name" name="name" autocomplete="off"><x-problem of="name" /></div>
                    <button class="btn btn-line">Reset all marks</button>
                </form>
            </section>
        </div>
    </div>
@endsection
