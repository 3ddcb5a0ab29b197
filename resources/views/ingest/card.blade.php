<article class="panel stack" id="card-{{ $card->number }}" data-card="{{ $card->name }}"
    data-state="{{ $card->state->value }}">
    <div>
        <h2>
            @if ($card->frames_count > 0)
                <a class="plain" href="{{ route('ingest.choose', $card) }}">Card {{ $card->number }} ·
                    {{ $card->name }}</a>
            @else
                Card {{ $card->number }} · {{ $card->name }}
            @endif
        </h2>
        @if ($card->state->isRead())
            <p>{{ implode(' · ', array_filter([$summary->contents(), $summary->when()])) }}</p>
            <p class="quiet">
                {{ implode(' · ', array_filter([$card->shooter, ...$summary->bodies, $card->is_uploaded ? 'sent through a browser' : ''])) }}
            </p>
        @endif
    </div>
    @if ($card->state === App\Ingest\CardState::Arriving)
        <p>Its files are on their way: {{ number_format($card->arrived_count) }} of
            {{ number_format($card->arrivals_count) }} are here. Choose the same folder again to go on where it
            stopped. What does not come in {{ App\Ingest\RemoveCard::PATIENCE }} days is waited for no longer.</p>
    @endif
    @foreach (['read', 'copy', 'verify', 'compare', 'previews'] as $kind)
        @if ($task = $summary->underWay($kind))
            <x-task :task="$task" />
        @endif
    @endforeach
    @if ($card->state === App\Ingest\CardState::Reading && !$summary->underWay('read'))
        <p class="danger">{{ $summary->brokenOff() }} Read the card again from its slot; it goes on where it stopped.
        </p>
    @endif
    @if ($card->state->isRead())
        @if ($card->state->isDone() && $card->state === App\Ingest\CardState::Safe)
            <p class="safe"><svg class="shape" viewBox="0 0 16 16" aria-hidden="true">
                    <circle cx="8" cy="8" r="6" />
                </svg> {{ $summary->safety }} <span class="quiet fw-normal">Last read back
                    {{ $summary->lastVerified }}.</span></p>
        @else
            @if ($summary->brokenOff() !== '')
                <p class="danger strong">{{ $summary->brokenOff() }}</p>
            @endif
            @if ($card->hasLostCopies())
                <p class="danger strong">Copies of this card were found damaged or gone. Put the card back into its slot
                    and copy again; what is damaged is put aside, not deleted.</p>
            @endif
            <p class="danger">{{ $summary->safety }}</p>
        @endif
        @include('ingest.card-actions')
    @endif
    @if ($summary->canBeTakenOut())
        <details class="changes">
            <summary>Read by mistake?</summary>
            <form method="post" action="{{ route('ingest.remove', $card) }}" class="row-line align-items-center">
                @csrf @method('DELETE')
                <button class="btn btn-line" data-take-out="{{ $card->name }}">Take this card out</button><span
                    class="small quiet">Its frames and what was said of them leave the shoot. The card itself is not
                    touched.</span>
            </form>
        </details>
    @endif
    @foreach (['verify', 'compare'] as $kind)
        @if (isset($summary->tasks[$kind]) && $summary->tasks[$kind]->problem)
            <p class="danger">{{ $summary->tasks[$kind]->problem }}</p>
        @endif
    @endforeach
    @include('ingest.card-problems')
    @if ($summary->strip->isNotEmpty())
        <a class="strip" href="{{ route('ingest.choose', $card) }}"
            aria-label="Look through card {{ $card->number }}">
            @foreach ($summary->strip as $frame)
                <img src="{{ App\Studio\PictureAddress::of($frame->small_path) }}" alt="" loading="lazy">
            @endforeach
        </a>
    @endif
</article>
