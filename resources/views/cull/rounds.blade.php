@extends('layouts.shoot')
@section('page')
    <p class="mb-3">
        <a href="{{ route('cull.show', $shoot) }}">Back to the frames</a>
    </p>
    <div class="columns-right">
        <div>
            <section class="panel stack">
                <div class="spread">
                    <h2>Progress of {{ lcfirst($now->inWords()) }}</h2>
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
                @includeWhen($chart !== null, 'cull.coverage')
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
                    @foreach ($lines as $name => $decided)
                        @include('cull.tally', ['sum' => array_sum($decided)])
                    @endforeach
                @endforeach
            </section>
            @if ($comparison !== null)
                <section class="panel stack">
                    <h2>From {{ $from }} to {{ lcfirst($other->inWords()) }}</h2>
                    <p>{{ number_format($comparison->same) }} frames are unchanged.</p>
                    @foreach ($comparison->changes as $change => $ids)
                        @include('cull.changed')
                    @endforeach
                </section>
            @endif
        </div>
        <div>
            <section class="panel stack">
                <h2>Begin a round</h2>
                @include('cull.round-form')
            </section>
            <section class="panel stack">
                <h2>Rounds</h2>
                @foreach ($rounds->reverse() as $round)
                    @include('cull.round-line')
                @endforeach
                    <form class="choose-line" method="get"><label for="one">Compare</label><select
                            class="form-select" id="one" name="one">
                            @foreach ($rounds as $round)
                                <option value="{{ $round->id }}"
                                    @selected($one === $round->id)>{{ $round->inWords() }}
                                </option>
                            @endforeach
                            <option value="proposed" @selected($one === 'proposed')>What is proposed</option>
                        </select>
                        <label for="other">with</label><select class="form-select" id="other" name="other">
                            @foreach ($rounds->reverse() as $round)
                                <option value="{{ $round->id }}"
                                    @selected($other?->id === $round->id)>{{ $round->inWords() }}
                                </option>
                            @endforeach
                        </select><button class="btn btn-line">Show what changed</button>
                    </form>
            </section>
            <section class="panel stack">
                <h2>Reset all marks</h2>
                <p class="small">Verdicts, ratings and uses of all frames of the shoot go. It is one step, which can be
                    undone on the culling page. Captions, sets and files stay.</p>
                <form method="post" action="{{ route('cull.reset', $shoot) }}" class="stack">@csrf
                    <div>
                        <x-field name="name" id="reset-name"
                            label="Type the name of the shoot, {{ $shoot->name }}" autocomplete="off" />
                    </div>
                    <button class="btn btn-line">Reset all marks</button>
                </form>
            </section>
        </div>
    </div>
@endsection
