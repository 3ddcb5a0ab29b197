@extends('layouts.paper')
@section('title', 'Card rack')
@section('page')
    <div class="stack-wide">
        <div>
            <h1>Card rack</h1>
            <p class="quiet">Folders that play memory cards, so that everything can be tried without a card reader. A
                card
                can be pulled out while it is being copied, made slow, or made to fail.</p>
        </div>
        <div class="lines">
            @forelse($cards as $name => $card)
                <article class="stack" data-rack="{{ $name }}">
                    <div class="row-line">
                        <h2>{{ $name }}</h2>
                        <span @class(['quiet' => $card['isIn'], 'danger' => !$card['isIn']])>{{ $card['isIn'] ? 'in its slot' : 'pulled out' }}</span>
                        @if ($card['faults']->inWords() !== '')
                            <span class="strong">{{ $card['faults']->inWords() }}</span>
                        @endif
                        <form method="post" action="{{ route('rack.change', $name) }}">@csrf
                            <button class="btn btn-line" name="do"
                                value="{{ $card['isIn'] ? 'pull-out' : 'push-in' }}">{{ $card['isIn'] ? 'Pull it out' : 'Push it in' }}</button>
                        </form>
                    </div>
                    <form method="post" action="{{ route('rack.change', $name) }}" class="rack-faults">
                        @csrf
                        @foreach ([
                            ['megabytes', 'MB a second, at most', $card['faults']->bytesPerSecond === null ? '' :
                                $card['faults']->bytesPerSecond / 1e6],
                            ['failsAt', 'Cannot be read at byte', $card['faults']->failsAt],
                            ['flipsAt', 'One bit wrong in byte', $card['faults']->flipsAt],
                            ['pullsOutAt', 'Comes out after bytes', $card['faults']->pullsOutAt],
                            ['only', 'Only in files named', $card['faults']->only],
                        ] as [$field, $label, $value])
                            <div><label class="form-label"
                                    for="{{ $field }}-{{ $loop->parent->index }}">{{ $label }}</label><input
                                    class="form-control" id="{{ $field }}-{{ $loop->parent->index }}"
                                    name="{{ $field }}" value="{{ $value }}"></div>
                        @endforeach
                        <button class="btn btn-line" name="do" value="make">Set these faults</button>
                    </form>
                </article>
            @empty
                <x-nothing>The rack is empty.</x-nothing>
            @endforelse
        </div>
        <x-problem of="megabytes" /><x-problem of="failsAt" /><x-problem of="flipsAt" /><x-problem of="pullsOutAt" />
        <p class="small quiet">The faults lie beside the cards, never on them; an empty field is no fault.</p>
    </div>
@endsection
