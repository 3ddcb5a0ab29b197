@extends('layouts.paper')
@section('title', 'Sets')
@section('page')
    <div class="stack-wide">
        <div>
            <h1>{{ count($shelf) }} {{ Str::plural('set', count($shelf)) }}</h1>
            <p class="quiet">Sets are put together by hand while culling; live sets are always what their rule says.</p>
        </div>
        @foreach (['name'] as $field)
            <x-problem :of="$field" />
        @endforeach
        <div class="lines">
            @forelse($shelf as $line)
                <article data-set="{{ $line['set']->id }}" class="spread">
                    <div class="stack">
                        <h3>{{ $line['set']->name }}</h3>
                        <p class="quiet">{{ $line['set']->shoot_id === null ? 'of all shoots' : 'of one shoot' }} ·
                            {{ number_format($line['frames']) }}
                                {{ Str::plural('frame', $line['frames']) }}@if ($line['set']->rule !== null)
                                · live: <code>{{ $line['set']->rule }}</code>
                            @endif
                        </p>
                        @if ($line['problem'] !== '')
                            <p class="danger">{{ $line['problem'] }}</p>
                        @endif
                        <p>
                            @foreach ($line['shoots'] as $inside)
                                <a
                                    href="{{ route('cull.show', [$inside['shoot'], 'where' => $line['set']->asked()]) }}">{{ $inside['shoot']->name }}</a>
                                <span
                                    class="quiet">{{ number_format($inside['frames']) }}</span>{{ $loop->last ? '' : ' · ' }}
                            @endforeach
                        </p>
                    </div>
                    <div class="row-line">
                        <form method="post" action="{{ route('shelf.rename', $line['set']) }}" class="choose-line">
                            @csrf<label class="visually-hidden" for="name-{{ $line['set']->id }}">Name of the
                                set</label><input class="form-control" id="name-{{ $line['set']->id }}" name="name"
                                value="{{ $line['set']->name }}" maxlength="120"><button
                                class="btn btn-line">Rename</button></form>
                        <form method="post" action="{{ route('shelf.remove', $line['set']) }}">
                            @csrf @method('DELETE')<button
                                class="btn-word danger">Remove</button></form>
                    </div>
                </article>
                @empty
                    <x-nothing>No set yet. On a culling page, open “Find and collect”, give a set a name, and collect with
                        <kbd>G</kbd>.
                    </x-nothing>
                @endforelse
            </div>
        </div>
    @endsection
