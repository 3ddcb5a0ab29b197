{{-- Roster and keywords in short: $people, $listed, $counts --}}
<div class="panel stack">
    <h3>Lists</h3>
    <p>{{ number_format($people) }} people on the roster, {{ number_format($listed) }} keywords on the
        studio’s list. <a href="{{ route('captions.lists', $shoot) }}">Look at the lists</a></p>
    @if ($people > 0)
        <p class="small quiet">Type <b>{{ $shoot->studio->code_sign }}</b> and a code, a number or a name in
            any field.</p>
    @endif
    @if ($counts !== [])
        <p class="small">
            @foreach ($counts as $word => $count)
                <span class="nowrap">{{ $word }} <span
                        class="quiet">{{ number_format($count) }}</span></span>
                @if (!$loop->last)
                    ·
                @endif
            @endforeach
        </p>
    @endif
</div>
