{{-- What the clock changes, and the clocks of the body: $clocks, $last --}}
<div class="stack">
    <h2>What changes</h2>
    <dl class="facts" data-effect>
        <dt>frames that move</dt>
        <dd class="strong" data-moved>…</dd>
        <dt>change place</dt>
        <dd class="strong" data-changed>…</dd>
        <dt>originals</dt>
        <dd>not touched</dd>
    </dl>
    <p class="danger" data-doubtful hidden></p>
    <h3>Clocks of this body</h3>
    @forelse($clocks[$body->id] ?? [] as $row)
        <div class="spread"><span>{{ $row->scopeInWords() }}<br><span
                    class="quiet">{{ $row->scoped()->clock }}</span></span>
            <span class="row-line">
                @if ($row->card_id !== null || $row->from_ms !== null || $row->to_ms !== null)
                    <a
                        href="{{ route('clocks.show', [$shoot, 'body' => $body->id, 'clock' => $row->id]) }}">Change</a>
                @endif
                <form method="post" action="{{ route('clocks.remove', [$shoot, $row->id]) }}">@csrf
                    @method('DELETE')<button class="btn-word">Remove</button></form>
            </span>
        </div>
    @empty
        <x-nothing class="quiet">None yet. “Use this clock” with nothing typed in says that the body is right as
            it is.</x-nothing>
    @endforelse
    @if ($last !== null)
        <form method="post" action="{{ route('clocks.back', $shoot) }}">@csrf<button
                class="btn btn-line">Undo the last step</button> <span
                class="small quiet clip d-block">{{ $names[$last->body_id] ?? '' }}:
                {{ $last->title }}</span></form>
    @endif
</div>
