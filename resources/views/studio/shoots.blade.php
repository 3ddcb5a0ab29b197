@extends('layouts.paper')
@section('title', 'Shoots')
@section('page')
    <div class="spread">
        <div>
            @php($count = $shoots->count())
            @php($words = ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine', 'Ten', 'Eleven', 'Twelve'])
            <h1>{{ $words[$count] ?? number_format($count) }} {{ Str::plural('shoot', $count === 0 ? 2 : $count) }}
                {{ $sought !== '' ? 'found' : ($isFinished ? 'finished' : 'to finish') }}</h1>
            <p class="quiet">
                @if ($isFinished || $sought !== '')
                    <a href="{{ route('shoots') }}">Back to the shoots to finish</a>
                @else
                    @if ($next)
                        Next promised: {{ $next->name }},
                        {{ match (true) {$next->promised_on->isToday() => 'today',$next->promised_on->isPast() => $next->promised_on->diffInDays(today()) . ' days late',default => 'in ' . Str::plural('day', (int) today()->diffInDays($next->promised_on), prependCount: true)} }}
                    @endif
                    @if ($finishedCount > 0)
                        @if ($next)
                            ·
                        @endif <a href="{{ route('shoots', ['finished' => 1]) }}">{{ $finishedCount }}
                            finished</a>
                    @endif
                @endif
            </p>
        </div>
        <a class="btn btn-next" href="{{ route('shoots.new') }}">New shoot</a>
    </div>
    @if ($shoots->count() > 1 || $finishedCount > 0 || $sought !== '')
        <form method="get" action="{{ route('shoots') }}" class="row-line mt-3" role="search">
            @if ($isFinished)
                <input type="hidden" name="finished" value="1">
            @endif
            <label class="visually-hidden" for="find">Find a shoot by name, client or place</label>
            <input class="form-control w-auto" id="find" name="find" type="search" value="{{ $sought }}"
                maxlength="120" placeholder="Name, client or place">
            <label class="visually-hidden" for="sort">In which order</label>
            <select class="form-select w-auto pe-5" id="sort" name="sort">
                @foreach (['' => $isFinished ? 'finished last first' : 'promised first', 'newest' => 'newest first', 'oldest' => 'oldest first', 'name' => 'by name', 'client' => 'by client'] as $key => $label)
                    <option value="{{ $key }}" @selected($sort === $key)>{{ $label }}</option>
                @endforeach
            </select>
            <button class="btn btn-line">Show</button>
        </form>
    @endif
    <div class="shoots">
        @forelse($shoots as $shoot)
            @php($day = $days[$shoot->id] ?? null)
            @php($todo = App\Studio\Stages::next($stages[$shoot->id]))
            <article class="shoot" data-shoot="{{ $shoot->id }}">
                <div>
                    <h2><a href="{{ route($todo?->route() ?? 'ingest.show', $shoot) }}">{{ $shoot->name }}</a></h2>
                    <p class="quiet">{{ $shoot->held_on->format('D j M Y') }}@if ($shoot->client)
                            · {{ $shoot->client }}
                        @endif
                    </p>
                    <p class="quiet">
                        @if ($day)
                            {{ number_format($day['frames']) }} {{ Str::plural('frame', $day['frames']) }} ·
                            {{ $day['bodies'] }} {{ Str::plural('body', $day['bodies']) }}@if ($day['shooters'] > 0)
                                · {{ $day['shooters'] }} {{ Str::plural('shooter', $day['shooters']) }}
                            @endif
                        @else
                            no frames yet
                        @endif
                    </p>
                    <p class="small"><a class="quiet" href="{{ route('shoots.edit', $shoot) }}"
                            aria-label="Change it: name, client and days of {{ $shoot->name }}">Change it</a></p>
                </div>
                <div>
                    <svg class="day-small" viewBox="0 0 600 40" preserveAspectRatio="none" role="img"
                        aria-label="Frames over the day of {{ $shoot->name }}">
                        @foreach ($day['bars'] ?? [] as $bar)
                            @php($tall = round(3 + (36 * $bar['count']) / max(1, $day['most']), 1))
                            <rect class="{{ $bar['isDecided'] ? 'decided' : 'undecided' }}" x="{{ $bar['bar'] * 5 }}"
                                y="{{ 40 - $tall }}" width="3" height="{{ $tall }}" />
                        @endforeach
                    </svg>
                    <nav class="stage-bars" aria-label="Stages of {{ $shoot->name }}">
                        @foreach ($stages[$shoot->id] as $stage)
                            <a href="{{ route($stage->route(), $shoot) }}" title="{{ $stage->left }}">
                                <svg viewBox="0 0 100 7" preserveAspectRatio="none" aria-hidden="true">
                                    <rect class="all" width="100" height="7" />
                                    <rect class="done" width="{{ round(100 * $stage->share, 1) }}" height="7" />
                                </svg>
                                {{ $stage->label() }}
                            </a>
                        @endforeach
                    </nav>
                </div>
                <div class="next">
                    @if ($shoot->finished_at !== null)
                        <p class="quiet">finished {{ $shoot->finished_at->format('D j M Y') }}</p>
                        <form method="post" action="{{ route('shoots.reopen', $shoot) }}">@csrf<button
                                class="btn-word">Put it back on the list</button></form>
                    @else
                        @if ($todo)
                            <a href="{{ route($todo->route(), $shoot) }}">{{ $todo->next }} →</a>
                            <p @class(['quiet', 'danger' => $todo->isDanger])>
                                {{ collect([$shoot->promised_on ? 'promised ' . $shoot->promised_on->format('D j M') : null, $todo->note ?: null])->filter()->implode(' · ') }}
                            </p>
                        @else
                            <p>{{ collect($stages[$shoot->id])->pluck('note')->filter()->last() ?? 'Everything is done' }}
                            </p>
                        @endif
                        <form method="post" action="{{ route('shoots.finish', $shoot) }}">@csrf<button
                                class="btn-word quiet small text-decoration-none">Finish this shoot</button></form>
                    @endif
                </div>
            </article>
            @empty
                <div class="nothing">
                    <h2>{{ $sought !== '' ? 'No shoot has these words' : ($isFinished ? 'Nothing is finished yet' : 'Nothing to finish') }}
                    </h2>
                    <p class="quiet">
                        {{ $sought !== '' ? 'Names, clients and places are looked through, of finished shoots too.' : ($isFinished ? 'A shoot that you finish is kept here.' : 'Begin with a new shoot, then read its first card.') }}
                    </p>
                </div>
            @endforelse
        </div>
    @endsection
