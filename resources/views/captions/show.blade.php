@extends('layouts.shoot')
@push('scripts')
    <script type="module" src="{{ $build->url('js/captions/captions.js') }}">
    </script>
@endpush
@section('page')
    <div class="panel stack mb-3">
        @include('studio.filter')
        @foreach ($tasks as $task)
            @include('studio.task')
        @endforeach
        @if ($differing > 0)
            <p class="danger">Other software has changed {{ number_format($differing) }}
                {{ Str::plural('sidecar', $differing) }}. Nothing is written over them until you <a
                    href="{{ route('captions.sidecars', $shoot) }}">look at the difference</a>.</p>
        @endif
    </div>
    <div class="columns-right" data-captions data-people="{{ route('captions.people', $shoot) }}"
        data-listed="{{ route('captions.words', $shoot) }}" data-mark="{{ $shoot->studio->code_mark }}">
        <div class="panel stack">
            <div class="spread filter">
                <div class="choices" role="group" aria-label="Whose sheet"><span class="about">Sheet of</span>
                    @foreach (['studio' => 'the studio', 'shoot' => 'this shoot', 'moment' => 'a moment'] as $one => $label)
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
                    <button class="btn btn-next" data-look-over @disabled($meant === 0)>Look over
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
                    whole row of them. <button type="button" class="btn-word small" data-untick hidden>Choose none</button>
                </p>
                <x-problem of="frames" />
                <ul class="pictures tick-tiles" hx-get="{{ route('captions.tiles', [$shoot, ...$query]) }}"
                    hx-trigger="{{ $chosen === [] ? 'toggle from:closest details once' : 'load' }}"></ul>
            </details>
            @if ($steps->isNotEmpty())
                <div class="panel stack">
                    <h3>Last steps</h3>
                    @foreach ($steps as $step)
                        <div class="spread"><span>{{ $step->said }}<br><span
                                    class="small quiet">{{ $step->created_at->diffForHumans() }} ·
                                    {{ $step->state === 'undone' ? 'taken back' : number_format($step->changed()) . ' changed' }}</span></span>
                            @if ($step->state === 'done' && $step->changed() > 0)
                                <form method="post" action="{{ route('captions.undo', [$shoot, $step]) }}">@csrf<button
                                        class="btn-word">Take back</button></form>
                            @endif
                        </div>
                    @endforeach
                </div>
            @endif
            <form class="panel stack" method="post" action="{{ route('captions.replace', [$shoot, ...$query]) }}"
                data-of-ticked>
                @csrf
                <h3>Find and replace in {{ number_format($meant) }} {{ Str::plural('frame', $meant) }}</h3>
                <div><label class="form-label" for="find">find</label><input class="form-control" id="find"
                        name="find" value="{{ old('find') }}"><x-problem of="find" /></div>
                <div><label class="form-label" for="with">put in its place</label><input class="form-control"
                        id="with" name="with" value="{{ old('with') }}"><x-problem of="with" /></div>
                <div><label class="form-label" for="in">in</label>
                    <select class="form-select" id="in" name="in[]" multiple size="4">
                        @foreach ($groups as $fields)
                            @foreach ($fields as $field)
                                <option value="{{ $field->value }}" @selected(in_array($field->value, old('in', ['headline', 'description', 'keywords', 'persons']), true))>{{ $field->label() }}
                                </option>
                            @endforeach
                        @endforeach
                    </select>
                    <x-problem of="in" />
                </div>
                <div class="row-line"><label><input class="form-check-input" type="checkbox" name="case" value="1"
                            @checked(old('case'))> capitals matter</label><label><input class="form-check-input"
                            type="checkbox" name="word" value="1" @checked(old('word'))> whole
                        words</label></div>
                <button class="btn btn-line">Look over what changes</button>
            </form>
            <div class="panel stack">
                <h3>Lists</h3>
                <p>{{ number_format($people) }} people on the roster, {{ number_format($listed) }} keywords on the
                    studio’s list. <a href="{{ route('captions.lists', $shoot) }}">Look at the lists</a></p>
                @if ($people > 0)
                    <p class="small quiet">Type <b>{{ $shoot->studio->code_mark }}</b> and a code, a number or a name in
                        any field.</p>
                @endif
                @if ($counts !== [])
                    <p class="small">
                        @foreach ($counts as $word => $count)
                            <span class="nowrap">{{ $word }} <span
                                    class="quiet">{{ number_format($count) }}</span></span>
                            @if (!$loop->last)
                                ·
                            @endif
                        @endforeach
                    </p>
                @endif
            </div>
            <div class="panel stack">
                <h3>Saved sheets</h3>
                @forelse($saved as $one)
                    <div class="spread"><a
                            href="{{ route('captions.show', [$shoot, ...$query, 'level' => $level, 'moment' => $moment, 'saved' => $one->id]) }}">{{ $one->name }}</a>
                        <form method="post" action="{{ route('captions.remove-sheet', [$shoot, $one->id]) }}">@csrf
                            @method('DELETE')<button class="btn-word">Take away</button></form>
                    </div>
                @empty
                    <p class="quiet">None yet.</p>
                @endforelse
                <div class="row-line" data-save-as><label for="save-name" class="visually-hidden">Name of the saved
                        sheet</label><input class="form-control flex-fill" id="save-name"
                        placeholder="Name to save this sheet by"><button type="button" class="btn btn-line">Save for all
                        shoots</button></div>
            </div>
            <div class="panel stack">
                <h3>Placeholders</h3>
                <ul class="placeholders">
                    @foreach ($placeholders as $name => $meaning)
                        <li><code>&#123;&#123;{{ $name }}&#125;&#125;</code> {{ $meaning }}</li>
                    @endforeach
                </ul>
            </div>
            <div class="panel stack">
                <h3>Sidecars</h3>
                @if ($behind > 0)
                    <p>{{ number_format($behind) }} of {{ number_format(max($behind, $captioned)) }} sidecars are behind:
                        a caption, a time or a rating changed since.</p>
                    <form method="post" action="{{ route('captions.write', $shoot) }}">@csrf<button
                            class="btn btn-line">Write {{ number_format($behind) }} sidecars</button></form>
                @elseif($written > 0)
                    <p>All {{ number_format($written) }} sidecars are up to date, in every place.</p>
                @else
                    <p class="quiet">None are written yet.</p>
                @endif
                @if ($written > 0)
                    <form method="post" action="{{ route('captions.look', $shoot) }}">@csrf<button
                            class="btn-word">Look whether other software has changed them</button></form>
                @endif
            </div>
        </div>
    </div>
@endsection
