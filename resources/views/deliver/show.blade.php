@extends('layouts.shoot')
@push('scripts')
    @vite('resources/js/deliver/deliver.js')
@endpush
@section('page')
    <x-deliver.tabs :shoot="$shoot" here="deliver.show" />
    <div class="columns">
        <section class="panel stack">
            <h2>Selections</h2>
            @if ($selections->isEmpty())
                <x-nothing>No selection has come in yet. When a guest sends one, it is delivered from here. <a
                        href="{{ route('proof.show', $shoot) }}">Go to the galleries</a></x-nothing>
            @endif
            <div class="lines">
                @foreach ($selections as $one)
                    <p><a href="{{ route('deliver.show', [$shoot, 'selection' => $one->id]) }}"
                            @if ($one->id === $selection?->id) aria-current="true"
                                class="strong" @endif>{{ $one->name }}
                            · {{ $one->frames_count }} frames</a><br><span
                            class="quiet">{{ $one->sent_at->setTimezone($shoot->zone)->format('D j M, H:i') }} · from
                            “{{ $one->gallery->title }}”</span></p>
                @endforeach
            </div>
        </section>
        <section>
            <div class="panel stack">
                <div class="spread">
                    <h2>Deliveries</h2><a class="btn btn-line"
                        href="{{ route('delivery.new', $shoot) }}">Open a delivery</a>
                </div>
                <div class="lines">
                    @forelse($deliveries as $delivery)
                        @include('deliver.delivery-line', ['task' => $tasks[$delivery->id]])
                        @empty
                            <x-nothing>Nothing is delivered yet.</x-nothing>
                        @endforelse
                    </div>
                </div>
                @if ($selection)
                    <div class="panel stack">
                        <div class="spread">
                            <div>
                                <h2>{{ $selection->name }} chose {{ $selection->frames_count }}
                                    {{ Str::plural('frame', $selection->frames_count) }}</h2>
                                <p class="quiet">{{ $selection->email }}@if ($selection->message)
                                        · “{{ $selection->message }}”
                                    @endif
                                </p>
                            </div>
                            <div class="choose-line">
                                <a class="btn btn-line"
                                    href="{{ route('delivery.new', [$shoot, 'selection' => $selection->id]) }}">Choose how</a>
                                <form method="post" action="{{ route('deliver.make', $selection) }}">@csrf<button
                                        class="btn {{ $deliveries->where('selection_id', $selection->id)->isEmpty() ? 'btn-next' : 'btn-line' }}"
                                        data-pack>Deliver {{ $selection->frames_count }} full-size JPEGs</button></form>
                            </div>
                        </div>
                        <details class="field-group" open>
                            <summary>The names, to paste into another program</summary>
                            <form class="row-line" hx-get="{{ route('deliver.names', $selection) }}" hx-trigger="change"
                                hx-target="#names" hx-swap="innerHTML">
                                @foreach (['with' => 'with ending', 'without' => 'without ending'] as $value => $label)
                                    <span class="form-check"><input class="form-check-input" type="radio"
                                            id="ending-{{ $value }}" name="ending" value="{{ $value }}"
                                            @checked(($value === 'with') === $withEnding)><label class="form-check-label"
                                            for="ending-{{ $value }}">{{ $label }}</label></span>
                                @endforeach
                                <span class="form-check"><input class="form-check-input" type="checkbox" id="quoted"
                                        name="quoted" value="1" @checked($isQuoted)><label
                                        class="form-check-label" for="quoted">in quotes</label></span>
                                <span class="form-check"><input class="form-check-input" type="checkbox" id="raw"
                                        name="raw" value="1" @checked($ofRaw)><label
                                        class="form-check-label" for="raw">of the raw files</label></span>
                                <label class="visually-hidden" for="separator">Separated by</label>
                                <select class="form-select w-auto" id="separator" name="separator">
                                    @foreach ([
                                        'lines' => 'one on each line', 'commas' => 'separated by commas',
                                        'spaces' => 'separated by spaces',
                                    ] as $value => $label)
                                        <option value="{{ $value }}" @selected($separator === $value)>{{ $label }}
                                        </option>
                                    @endforeach
                                </select>
                            </form>
                            <div id="names">@include('deliver.names')</div>
                        </details>
                    </div>
                    <ul class="picked mt-3">
                        @foreach ($frames as $frame)
                            <x-tile :path="$frame->small_path" :name="$frame->name" :alt="$frame->name">
                                @if ($frame->pivot->comment)
                                    <p>“{{ $frame->pivot->comment }}”</p>
                                @endif
                            </x-tile>
                        @endforeach
                    </ul>
                    <x-pages :of="$frames" />
                @endif
            </section>
        </div>
    @endsection
