{{-- Patterns of names that were saved: $standard, $saved --}}
<section class="panel stack">
    <h2>Saved patterns</h2>
    <div class="lines">
        <form method="post" action="{{ route('ingest.pattern', $shoot) }}">@csrf<input type="hidden"
                name="folder" value="{{ $standard->folder }}"><input type="hidden" name="file"
                value="{{ $standard->file }}">
            <p class="strong">Default</p>
            <p class="small quiet breaks">{{ $standard->folder }}/{{ $standard->file }}</p><button
                class="btn-word">Use for this shoot</button>
        </form>
        @foreach ($saved as $own)
            <div>
                <p class="strong">{{ $own->name }}</p>
                <p class="small quiet breaks">{{ $own->folder }}/{{ $own->file }}</p>
                <div class="row-line">
                    <form method="post" action="{{ route('ingest.pattern', $shoot) }}">@csrf<input
                            type="hidden" name="folder" value="{{ $own->folder }}"><input type="hidden"
                            name="file" value="{{ $own->file }}"><button class="btn-word"
                            data-use="{{ $own->name }}">Use for this shoot</button></form>
                    <form method="post" action="{{ route('ingest.pattern.remove', [$shoot, $own->id]) }}">
                        @csrf @method('DELETE')<button class="btn-word">Remove</button></form>
                </div>
            </div>
        @endforeach
    </div>
</section>
