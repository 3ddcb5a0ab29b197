{{-- One round: $round, $now --}}
<div class="round-line">
    <span class="strong">{{ $round->inWords() }}</span>
    <span class="small">from
        {{ ['all' => 'all frames', 'kept' => 'what was kept', 'set' => 'a set'][$round->source->value] }},
        {{ $round->starts_kept ? 'all kept' : 'all open' }} at the start, passing
        {{ $round->doubt->inWords() }}{{ $round->target ? ', target ' . number_format($round->target) : '' }}{{ $round->per_minute ? ", target {$round->per_minute} a minute" : '' }}
            <br>
            @if ($round->discarded_at)
                <em>discarded</em>
            @elseif($round->id === $now->id)
                <em>goes on</em>
            @endif
    </span>
    <span class="row-line">
        @if ($round->id !== $now->id)
            <form method="post" action="{{ route('cull.rounds.resume', [$shoot, $round]) }}">
                @csrf<button class="btn-word">Resume</button></form>
        @endif
        @if ($round->discarded_at === null)
            <form method="post" action="{{ route('cull.rounds.discard', [$shoot, $round]) }}">
                @csrf @method('DELETE')<button class="btn-word">Discard</button></form>
        @endif
    </span>
</div>
