{{-- For whom a delivery is, and how long. --}}
<div><label class="form-label" for="people">{{ $delivery ? 'More people' : 'For whom' }}, one in a line</label>
    <textarea class="form-control @error('people') is-invalid @enderror" id="people" name="people" rows="2"
        placeholder="Ada Fenn &lt;ada@saltmarsh.example&gt;">{{ old('people', $delivery ? '' : $selection?->name . ($selection ? " <{$selection->email}>" : '')) }}</textarea><x-problem of="people" />
    <p class="small quiet">Each gets a link of their own, so that receipts say who fetched
        what.{{ $delivery ? '' : ' With nobody named there is one link for everybody.' }}</p>
</div>
<div><label class="form-label" for="message">Message</label>
    <textarea class="form-control" id="message" name="message" rows="2"
        maxlength="4000">{{ old('message', $delivery?->message) }}</textarea>
</div>
<div class="row g-3">
    <div class="col-6"><label class="form-label" for="ends_on">Last day</label><input
            class="form-control @error('ends_on') is-invalid @enderror" id="ends_on" name="ends_on" type="date"
            value="{{ old('ends_on', $delivery?->ends_on?->format('Y-m-d')) }}"><x-problem of="ends_on" /></div>
    <div class="col-6"><x-share-password :placeholder="$delivery?->password ? 'as it is' : 'none'" /></div>
    <div class="col-6"><label class="form-label" for="most_fetches">Fetches of each file</label><input
            class="form-control @error('most_fetches') is-invalid @enderror" id="most_fetches" name="most_fetches"
            inputmode="numeric" value="{{ old('most_fetches', $delivery?->most_fetches) }}"
            placeholder="any number"><x-problem of="most_fetches" /></div>
    @if ($delivery?->made_at === null)
        <div class="col-6"><label class="form-label" for="zip_mb">A ZIP at most, MB</label><input
                class="form-control @error('zip_mb') is-invalid @enderror" id="zip_mb" name="zip_mb"
                inputmode="numeric"
                value="{{ old('zip_mb', $delivery?->zip_bytes === null ? '' : intdiv($delivery->zip_bytes, 1_000_000)) }}"
                placeholder="one of all"><x-problem of="zip_mb" /></div>
    @endif
</div>
@if ($delivery?->password)
    <label><input class="form-check-input" type="checkbox" name="no_password" value="1"> no password any
        more</label>
@endif
