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
    <div class="col-6">
        <x-field name="ends_on" label="Last day" :value="$delivery?->ends_on?->format('Y-m-d')" type="date" />
    </div>
    <div class="col-6"><x-share-password :placeholder="$delivery?->password ? 'as it is' : 'none'" /></div>
    <div class="col-6">
        <x-field name="most_fetches" label="Fetches of each file" :value="$delivery?->most_fetches"
            inputmode="numeric" placeholder="any number" />
    </div>
    @if ($delivery?->made_at === null)
        <div class="col-6">
            <x-field name="zip_mb" label="A ZIP at most, MB"
                :value="$delivery?->zip_bytes === null ? '' : intdiv($delivery->zip_bytes, 1_000_000)"
                inputmode="numeric" placeholder="one of all" />
        </div>
    @endif
</div>
@if ($delivery?->password)
    <label><input class="form-check-input" type="checkbox" name="no_password" value="1"> no password any
        more</label>
@endif
