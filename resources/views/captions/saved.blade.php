{{-- Sheets that were saved: $saved --}}
<div class="panel stack">
    <h3>Saved sheets</h3>
    @forelse($saved as $one)
        <div class="spread"><a
                href="{{ route('captions.show', [$shoot, ...$query, 'level' => $level, 'moment' => $moment, 'saved' => $one->id]) }}">{{ $one->name }}</a>
            <form method="post" action="{{ route('captions.remove-sheet', [$shoot, $one->id]) }}">@csrf
                @method('DELETE')<button class="btn-word">Remove</button></form>
        </div>
    @empty
        <x-nothing class="quiet">None yet.</x-nothing>
    @endforelse
    <div class="row-line" data-save-as><label for="save-name" class="visually-hidden">Name of the saved
            sheet</label><input class="form-control flex-fill" id="save-name"
            placeholder="Name to save this sheet by"><button type="button" class="btn btn-line">Save for all
            shoots</button></div>
</div>
