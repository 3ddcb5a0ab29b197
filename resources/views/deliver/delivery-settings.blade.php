{{-- Until when and for whom; its end: $delivery, $files, $zips --}}
<details class="panel field-group"
    @if ($errors->hasAny(['people', 'password', 'ends_on', 'most_fetches', 'zip_mb'])) open @endif>
    <summary>Until when, and for whom</summary>
    <form method="post" action="{{ route('delivery.update', $delivery) }}" class="stack" data-settings>@csrf
        @include('deliver.delivery-fields', ['selection' => null])<button class="btn btn-ink">Save</button></form>
    @if ($delivery->made_at && !$delivery->freed_at)
        <form method="post" action="{{ route('delivery.free', $delivery) }}" class="mt-3">@csrf<button
                class="btn btn-line">Delete its files,
                {{ Number::fileSize((int) $files->bytes + (int) $zips->sum('bytes'), 1) }}</button>
            <p class="small quiet">Links end. The record of what was delivered, and the receipts, stay;
                originals and outputs too.</p>
        </form>
    @endif
    <form method="post" action="{{ route('delivery.remove', $delivery) }}" class="stack mt-3">@csrf @method('DELETE')
        <label class="small"><input class="form-check-input" type="checkbox" name="sure" value="1"> its
            links, files and receipts may go</label>
        <x-problem of="sure" />
        <button class="btn-word small danger">Remove the delivery</button>
    </form>
</details>
