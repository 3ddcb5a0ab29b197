{{-- A selection that was sent in, and what can be made of it: $selection --}}
<div class="spread" data-selection="{{ $selection->id }}">
    <p><span class="strong">{{ $selection->name }} chose
            {{ count(array_unique(array_column($selection->chosen(), 'frame'))) }}</span> ·
        {{ $selection->email }} ·
        {{ $selection->sent_at->setTimezone($shoot->zone)->format('D j M, H:i') }}@if ($before = $selection->before())
            · {{ $selection->differenceTo($before)->inWords() }}
            @endif @if ($selection->message)
                <br>“{{ $selection->message }}”
            @endif
    </p>
    <span class="row-line"><a
            href="{{ route('deliver.show', [$shoot, 'selection' => $selection->id]) }}">Names and
            delivery</a><a href="{{ route('selection.csv', $selection) }}">CSV</a><a
            href="{{ route('selection.json', $selection) }}">JSON</a>
        <form method="post" action="{{ route('selection.use', $selection) }}" class="row-line">
            @csrf<button class="btn-word" name="as" value="set">Make a set</button><button
                class="btn-word" name="as" value="round">Cull these</button><button class="btn-word"
                name="as" value="gallery">Make a gallery</button><label class="visually-hidden"
                for="use-{{ $selection->id }}">Use</label><input class="form-control use-field"
                id="use-{{ $selection->id }}" name="use" placeholder="album"><button class="btn-word"
                name="as" value="use">Add use</button></form>
        @if ($selection->guest->sent_at)
            <form method="post" action="{{ route('proof.reopen', $selection->guest) }}">@csrf<button
                    class="btn-word">Open it again for {{ $selection->name }}</button></form>
        @endif
    </span>
</div>
