@extends('layouts.paper')
@section('title', $shoot?->name ?? 'New shoot')
@section('page')
    <form method="post" action="{{ $shoot ? route('shoots.update', $shoot) : route('shoots.store') }}"
        class="narrow stack-wide">
        @csrf
        <h1>{{ $shoot ? 'Change the shoot' : 'New shoot' }}</h1>
        @if ($shoot)
            <x-problems-on-top />
        @endif
        <div class="stack">
            @foreach ([
                ['name', 'Name', 'text', 'Saltmarsh Regatta'], ['client', 'Client', 'text', ''],
                ['venue', 'Venue', 'text', ''],
            ] as [$field, $label, $type, $hint])
                <div>
                    <label class="form-label" for="{{ $field }}">{{ $label }}</label>
                    <input class="form-control @error($field) is-invalid @enderror" id="{{ $field }}"
                        name="{{ $field }}" type="{{ $type }}" value="{{ old($field, $shoot?->$field) }}"
                        placeholder="{{ $hint }}" maxlength="120">
                    <x-problem :of="$field" />
                </div>
            @endforeach
            <div>
                <x-field name="held_on" label="Day of the shoot"
                    :value="($shoot?->held_on ?? today())->format('Y-m-d')" type="date" />
            </div>
            <div>
                <x-field name="promised_on" label="Promised for (if a day was promised)"
                    :value="$shoot?->promised_on?->format('Y-m-d')" type="date" />
            </div>
            <div>
                <label class="form-label" for="zone">Time zone of the venue</label>
                <select class="form-select @error('zone') is-invalid @enderror" id="zone" name="zone">
                    @foreach ($zones as $zone)
                        <option @selected(old('zone', $shoot?->zone ?? 'Europe/London') === $zone)>{{ $zone }}</option>
                    @endforeach
                </select>
                <p class="small quiet">
                    {{ $isRead ?? false ? 'Frames have been read by it, so it stays; the clocks say where a body was set otherwise.' : 'For bodies that write no zone of their own.' }}
                </p>
                <x-problem of="zone" />
            </div>
        </div>
        <button class="btn btn-next">{{ $shoot ? 'Keep the changes' : 'Make the shoot and go to its cards' }}</button>
        @if ($shoot)
            <p><a class="small" href="{{ route('archive.leave', $shoot) }}">Delete this shoot</a></p>
        @endif
    </form>
@endsection
