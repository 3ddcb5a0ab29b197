<div class="lines">
    @forelse($cards as $card)
        <div>
            <p class="strong breaks">{{ $card->name }}</p>
            @if ($card->state === App\Ingest\CardState::Arriving)
                <p>{{ number_format((int) $card->arrived_count) }} of {{ number_format((int) $card->arrivals_count) }}
                    files are here. Choose the same folder again to go on.</p>
            @elseif($card->state === App\Ingest\CardState::Safe)
                <p class="safe"><svg class="shape" viewBox="0 0 16 16" aria-hidden="true">
                        <circle cx="8" cy="8" r="6" />
                    </svg> {{ $card->safety() }}</p>
            @else
                <p>All of its files are here and the same as on the card. The studio has not copied them to its places
                    yet: <span class="danger strong">do not format.</span></p>
            @endif
        </div>
    @empty
        <x-nothing class="quiet">None yet.</x-nothing>
    @endforelse
</div>
