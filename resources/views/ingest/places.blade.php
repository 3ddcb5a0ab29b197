{{-- Places of copies: $places, $copies --}}
<section class="panel stack" id="places">
    <h2>Places</h2>
    <div class="lines">
        @foreach ($places as $place)
            <div>
                <p><span class="strong">{{ $place->name }}</span>
                    @if ($place->left_out_at)
                        <span class="quiet">nothing more is copied to it</span>
                    @elseif(!$place->isThere())
                        <span class="danger">is not there: is its disk plugged in?</span>
                    @elseif($place->room() !== null)
                        <span class="quiet">{{ Number::fileSize($place->room(), 0) }} free</span>
                    @endif
                </p>
                <p class="small quiet breaks">{{ number_format((int) ($copies[$place->name] ?? 0)) }} copies of
                    this shoot</p>
                <div class="row-line">
                    @if (in_array($place->name, $used, true))
                        <form method="post" action="{{ route('ingest.place.check', [$shoot, $place->id]) }}">
                            @csrf<button class="btn-word" data-check="{{ $place->name }}">Check this
                                disk</button></form>
                    @endif
                    <form method="post" action="{{ route('ingest.place.leave-out', [$shoot, $place->id]) }}">
                        @csrf<button
                            class="btn-word">{{ $place->left_out_at ? 'Copy to it again' : 'Copy nothing more to it' }}</button>
                    </form>
                </div>
            </div>
        @endforeach
    </div>
    <x-problem of="place" />
    @if ($free !== [])
        <form method="post" action="{{ route('ingest.place.add', $shoot) }}" class="stack">
            @csrf
            <h3>Add a place</h3>
            <div><label class="form-label" for="place_path">Disk that the server sees</label><select
                    class="form-select" id="place_path" name="place_path">
                    @foreach ($free as $key => $folder)
                        <option value="{{ $key }}">{{ basename($folder) }}</option>
                    @endforeach
                </select></div>
            <div><label class="form-label" for="place_name">What it is called here</label><input
                    class="form-control @error('place_name') is-invalid @enderror" id="place_name"
                    name="place_name" value="{{ old('place_name', basename((string) reset($free))) }}"
                    maxlength="40"></div>
            <x-problem of="place_path" /><x-problem of="place_name" />
            <button class="btn btn-line">Add this place</button>
        </form>
    @endif
    <form method="post" action="{{ route('ingest.copies', $shoot) }}" class="row-line align-items-end">
        @csrf
        <div><label class="form-label" for="copies_required">A card is safe with so many verified copies of each
                file</label><input type="number" class="form-control shooter" id="copies_required"
                name="copies_required" min="1" max="9"
                value="{{ old('copies_required', $shoot->studio->copies_required) }}"></div>
        <button class="btn btn-line">Ask for so many</button>
    </form>
    <x-problem of="copies_required" />
</section>
