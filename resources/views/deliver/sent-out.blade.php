@extends('layouts.shoot')
@section('page')
    <x-deliver.tabs :shoot="$shoot" here="sent-out" />
    <div class="columns-right">
        <section>
            <form method="post" action="{{ route('sent-out.send', [$shoot, ...$query]) }}"
                class="panel stack" data-send-out>
                @csrf
                <h2>Send out</h2>
                @include('deliver.frames', [
                    'goes' => fn(array $query): string => route('sent-out', [$shoot, ...$query]),
                ])
                <div class="row g-3">
                    <div class="col"><label class="form-label" for="destination">To</label><select
                            class="form-select @error('destination') is-invalid @enderror" id="destination"
                            name="destination">
                            @foreach ($destinations as $one)
                                <option value="{{ $one->id }}"
                                    @selected((int) old('destination') === $one->id)>{{ $one->name }}
                                </option>
                            @endforeach
                        </select>
                    </div>
                    <div class="col"><label class="form-label" for="output">Written as</label><select
                            class="form-select @error('output') is-invalid @enderror" id="output" name="output">
                            @foreach ($outputs as $one)
                                <option value="{{ $one->id }}"
                                    @selected((int) old('output') === $one->id)>{{ $one->name }}
                                </option>
                            @endforeach
                        </select>
                    </div>
                    <div class="col-2"><label class="form-label" for="copies">Prints of each</label><input
                            class="form-control @error('copies') is-invalid @enderror" id="copies" name="copies"
                            inputmode="numeric" value="{{ old('copies') }}" placeholder="1"></div>
                </div>
                <x-problem of="destination" /><x-problem of="output" /><x-problem of="copies" />
                <div><label class="form-label" for="note">Note for the print desk</label><input class="form-control"
                        id="note" name="note" value="{{ old('note') }}" maxlength="500"></div>
                <button class="btn btn-next" @disabled($meant === 0)>Send {{ number_format($meant) }}
                    {{ Str::plural('frame', $meant) }}</button>
                <p class="small quiet">A host gets each frame once; what stands there as it is now is not sent again.
                    For a
                    print desk each sending is an order of its own.</p>
            </form>
            <div class="panel stack">
                <h2>Sent</h2>
                <div class="lines">
                    @forelse($shipments as $shipment)
                        @include('deliver.shipment', ['task' => $tasks[$shipment->id]])
                        @empty
                            <x-nothing>Nothing of this shoot is sent out yet.</x-nothing>
                        @endforelse
                    </div>
                </div>
            </section>
            <section class="panel stack">
                <h2>Destinations</h2>
                @foreach ($destinations as $one)
                    <details class="field-group" @if (old('which') === (string) $one->id) open @endif>
                        <summary>{{ $one->name }}@if (mb_strtolower($one->name) !== $one->kind->inWords())
                                <span class="quiet">{{ $one->kind->inWords() }}</span>
                            @endif
                        </summary>
                        @if ($one->kind->isStandIn())
                            <form method="post" action="{{ route('destination.mood', [$shoot, $one->id]) }}"
                                class="choose-line mb-3">@csrf
                                <label class="form-label mb-0" for="mood-{{ $one->id }}">The stand-in is</label>
                                <select class="form-select" id="mood-{{ $one->id }}" name="mood">
                                    @foreach ([
                                        'well' => 'well', 'away' => 'away', 'slow' => 'slow, 200 KB a second',
                                        'full' => 'full',
                                    ] as $value => $label)
                                        <option value="{{ $value }}" @selected($value === $one->standIn()->condition())>
                                            {{ $label }}</option>
                                    @endforeach
                                </select>
                                <button class="btn btn-line">Apply</button>
                            </form>
                        @endif
                        <form method="post" action="{{ route('destination', [$shoot, $one->id]) }}" class="stack">@csrf
                            @include('deliver.destination-fields')<button class="btn btn-ink">Save</button></form>
                        <form method="post" action="{{ route('destination.remove', [$shoot, $one->id]) }}" class="mt-2">
                            @csrf @method('DELETE')
                            <button class="btn-word small">Remove this destination</button></form>
                    </details>
                @endforeach
                <details class="field-group" @if (old('which') === 'new') open @endif>
                    <summary>Another destination</summary>
                    <form method="post" action="{{ route('destination', $shoot) }}"
                        class="stack" data-new-destination>@csrf
                        @include('deliver.destination-fields', ['one' => null])<button class="btn btn-ink">Save the
                            destination</button></form>
                </details>
            </section>
        </div>
    @endsection
