{{-- Somebody the delivery is for, and what they fetched: $recipient, $delivery, $fetched, $zone --}}
<article data-recipient="{{ $recipient->id }}">
    <div class="spread">
        <div>
            <h3>{{ $recipient->called() }}</h3>
            @if ($recipient->withdrawn_at)
                <p class="danger">The link is withdrawn.</p>
            @elseif($delivery->made_at)
                <p><a href="{{ $recipient->address() }}" data-link>{{ $recipient->address() }}</a>
                </p>
            @endif
        </div>
        <div class="choose-line">
            <form method="post" action="{{ route('delivery.withdraw', $recipient) }}">@csrf<button
                    class="btn-word small">{{ $recipient->withdrawn_at ? 'Let the link work again' : 'Withdraw the link' }}</button>
            </form>
            @if ($recipient->email && $delivery->made_at && !$recipient->withdrawn_at)
                <form method="post" action="{{ route('delivery.tell', $recipient) }}">@csrf<button
                        class="btn {{ $recipient->told_at ? 'btn-line' : 'btn-ink' }}">Mail
                        {{ $recipient->told_at ? 'what is new' : 'the link' }} to
                        {{ $recipient->email }}</button></form>
            @endif
        </div>
    </div>
    <p class="quiet">
        {{ $recipient->told_at ? 'Mailed ' . $recipient->told_at->setTimezone($zone)->format('D j M, H:i') . ' · ' : '' }}{{ $recipient->openedInWords($zone) }}
        · @if ($fetched[$recipient->id] === [])
            not fetched yet
        @else
            fetched:
        @endif
    </p>
    @if ($fetched[$recipient->id])
        <ul class="arrived">
            @foreach ($fetched[$recipient->id] as $one)
                <li data-arrived><span>{{ $one['what'] }}</span> <progress max="100"
                        value="{{ $one['size'] > 0 ? floor((100 * $one['arrived']) / $one['size']) : 100 }}"
                        aria-label="How much of {{ $one['what'] }} arrived"></progress> <span
                        class="quiet">{{ $one['isAllThere'] ? 'all of ' . Number::fileSize($one['size'], 1) : Number::fileSize($one['arrived'], 1) . ' of ' . Number::fileSize($one['size'], 1) }},
                        in {{ $one['begun'] }} {{ Str::plural('piece', $one['begun']) }},
                        {{ $one['last']->at->setTimezone($zone)->format('D j M, H:i:s') }}</span>
                </li>
            @endforeach
        </ul>
    @endif
</article>
