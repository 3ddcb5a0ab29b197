@extends('layouts.paper')
@section('title', 'Shoots')
@section('page')
    <div class="spread">
        <div>
            <h1>{{ $counted }}
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
            <label class="visually-hidden" for="find">Find a shoot by name, client or venue</label>
            <input class="form-control w-auto" id="find" name="find" type="search" value="{{ $sought }}"
                maxlength="120" placeholder="Name, client or venue">
            <label class="visually-hidden" for="sort">In which order</label>
            <select class="form-select w-auto pe-5" id="sort" name="sort">
                @foreach ([
                    '' => $isFinished ? 'finished last first' : 'promised first', 'newest' => 'newest first',
                    'oldest' => 'oldest first', 'name' => 'by name', 'client' => 'by client',
                ] as $key => $label)
                    <option value="{{ $key }}" @selected($sort === $key)>{{ $label }}</option>
                @endforeach
            </select>
            <button class="btn btn-line">Show</button>
        </form>
    @endif
    <div class="shoots">
        @forelse($shoots as $shoot)
            @include('studio.shoot-line', [
                'day' => $days[$shoot->id] ?? null,
                'todo' => App\Studio\Stages::next($stages[$shoot->id]),
            ])
            @empty
                <div class="nothing">
                    <h2>{{ $sought !== '' ? 'No shoot has these words' : ($isFinished ? 'Nothing is finished yet' : 'Nothing to finish') }}
                    </h2>
                    <p class="quiet">
                        {{ $sought !== '' ? 'Names, clients and venues are looked through, of finished shoots too.' : ($isFinished ? 'A shoot that you finish is kept here.' : 'Begin with a new shoot, then read its first card.') }}
                    </p>
                </div>
            @endforelse
        </div>
        <x-pages :of="$page" />
    @endsection
