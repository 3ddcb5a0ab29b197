@extends('layouts.shoot')
@push('scripts')
    @vite('resources/js/captions/captions.js')
@endpush
@section('page')
    <div class="panel stack mb-3">
        <x-filter :filter="$filter" :bodies="$bodies" :names="$names" :meant="$meant" :all="$all" :goes="$goes ?? null" />
        @foreach ($tasks as $task)
            <x-task :task="$task" />
        @endforeach
        @if ($differing > 0)
            <p class="danger">Other software has changed {{ number_format($differing) }}
                {{ Str::plural('sidecar', $differing) }}. Nothing is written over them until you <a
                    href="{{ route('captions.sidecars', $shoot) }}">look at the difference</a>.</p>
        @endif
    </div>
    <div class="columns-right" data-captions data-people="{{ route('captions.people', $shoot) }}"
        data-listed="{{ route('captions.words', $shoot) }}" data-mark="{{ $shoot->studio->code_sign }}">
        <div class="panel stack">
            <div class="spread filter">
                <div class="choices" role="group" aria-label="Whose sheet"><span class="about">Sheet of</span>
                    @foreach ([
                        'studio' => 'the studio', 'shoot' => 'this shoot', 'moment' => 'a moment',
                    ] as $one => $label)
                        <a class="choice" href="{{ route('captions.show', [$shoot, ...$query, 'level' => $one]) }}"
                            @if ($level === $one) aria-current="true" @endif>{{ $label }}</a>
                    @endforeach
                </div>
                <span class="quiet">{{ number_format($captioned) }} of {{ number_format($all) }} frames have a
                    caption</span>
            </div>
            <form method="post" action="{{ route('captions.store', [$shoot, ...$query]) }}" class="stack" data-sheet
                data-of-ticked @if ($errors->any()) data-refused @endif
                data-draft="{{ $shoot->id }}-{{ $level }}-{{ $moment }}{{ request()->filled('saved') ? '-' . (int) request()->query('saved') : '' }}"
                hx-post="{{ route('captions.preview', [$shoot, ...$query]) }}" hx-trigger="input delay:300ms"
                hx-target="#preview" hx-swap="innerHTML">
                @csrf
                <input type="hidden" name="level" value="{{ $level }}">
                <p class="said" data-draft-note role="status" hidden>What you had typed here and not kept yet stands here
                    again. <button type="button" class="btn-word">Show what is kept instead</button></p>
                @if ($level === 'moment')
                    <div class="row-line">
                        <label for="moment" class="visually-hidden">Moment</label>
                        <select class="form-select" id="moment" data-goes>
                            @foreach ($moments as $span => $label)
                                <option
                                    value="{{ route('captions.show', [$shoot, ...$query, 'level' => 'moment', 'moment' => $span]) }}"
                                    @selected($span === $moment)>{{ $label }}</option>
                            @endforeach
                        </select>
                        <input type="hidden" name="moment" value="{{ $moment }}">
                        <label for="name">called</label><input class="form-control" id="name" name="name"
                            maxlength="120" value="{{ old('name', $sheet->name) }}" placeholder="Heat 1, start">
                    </div>
                @endif
                @foreach ($groups as $group => $fields)
                    <details class="field-group" @if (in_array($group, $open, true)) open @endif>
                        <summary>{{ $group }}</summary>
                        @foreach ($fields as $field)
                            @include('captions.field', [
                                'text' => old($field->value, $sheet->fields[$field->value] ?? ''),
                                'mode' => old("mode.{$field->value}", $sheet->mode($field)),
                                'inherits' => $inherited[$field->value] ?? '',
                            ])
                        @endforeach
                    </details>
                @endforeach
                <x-problem of="name" />
                <div class="row-line sticky-foot">
                    <button class="btn btn-next" data-look-over @disabled($meant === 0)>Review
                        {{ number_format($meant) }} {{ Str::plural('frame', $meant) }}</button>
                    <span class="quiet">keeps the sheet and shows what would change; nothing is done yet</span>
                </div>
            </form>
        </div>
        <div>
            <div class="panel" id="preview">@include('captions.preview')</div>
            <details class="panel stack" data-tiles="{{ json_encode(array_map(strval(...), $chosen)) }}"
                @if ($chosen !== [] || $errors->has('frames')) open @endif>
                <summary class="strong">Choose single frames <span class="fw-normal" data-ticked></span></summary>
                <p class="small">Where some are chosen, the sheet and “find and replace” mean these alone. Shift takes a
                    whole row of them. <button type="button"
                        class="btn-word small" data-untick hidden>Choose none</button>
                </p>
                <x-problem of="frames" />
                <ul class="pictures tick-tiles" hx-get="{{ route('captions.tiles', [$shoot, ...$query]) }}"
                    hx-trigger="{{ $chosen === [] ? 'toggle from:closest details once' : 'load' }}"></ul>
            </details>
            @include('captions.steps')
            @include('captions.replace')
            @include('captions.lists-panel')
            @include('captions.saved')
            <div class="panel stack">
                <h3>Placeholders</h3>
                <ul class="placeholders">
                    @foreach ($placeholders as $name => $meaning)
                        <li><code>&#123;&#123;{{ $name }}&#125;&#125;</code> {{ $meaning }}</li>
                    @endforeach
                </ul>
            </div>
            @include('captions.sidecars-panel')
        </div>
    </div>
@endsection
