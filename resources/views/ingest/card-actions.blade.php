{{-- What can be done with a card that is read: $card, $summary, $places --}}
@if ($summary->canBeCopied())
    <form method="post" action="{{ route('ingest.copy', $card) }}" class="row-line align-items-end">
        @csrf
        <div>
            <label class="form-label" for="shooter-{{ $card->id }}">Shooter</label>
            <input class="form-control @error('shooter') is-invalid @enderror" id="shooter-{{ $card->id }}"
                name="shooter" value="{{ old('shooter', $card->shooter) }}" maxlength="120">
        </div>
        <button class="btn btn-next"
            data-copy="{{ $card->name }}">{{ $summary->copyInWords($places->count()) }}</button>
        <a class="btn btn-line" href="{{ route('ingest.choose', $card) }}">Look and choose first</a>
        <x-problem of="shooter" />
    </form>
@endif
<div class="row-line">
    @if ($card->frames_count > 0 && !$summary->canBeCopied())
        <a href="{{ route('ingest.choose', $card) }}">Look through the card</a>
    @endif
    @if ($summary->lastVerified)
        <a href="{{ route('ingest.report', $card) }}">Report of all files</a>
        <a href="{{ route('ingest.checksums', $card) }}">Checksum list</a>
        @unless ($summary->underWay('verify') || $summary->underWay('copy'))
            <form method="post" action="{{ route('ingest.verify', $card) }}">@csrf<button class="btn-word"
                    data-verify="{{ $card->name }}" title="Last read back {{ $summary->lastVerified }}">Check the
                    copies</button></form>
        @endunless
        @unless ($card->is_uploaded || $summary->underWay('compare') || $summary->underWay('copy'))
            <form method="post" action="{{ route('ingest.compare', $card) }}">@csrf<button class="btn-word"
                    title="Reads the card a second time, for those who mistrust their reader">Compare with the
                    card</button></form>
        @endunless
    @endif
    @if (!$summary->canBeCopied())
        <details class="changes">
            <summary>Another shooter?</summary>
            <form method="post" action="{{ route('ingest.shooter', $card) }}"
                class="row-line align-items-center">@csrf
                <label class="visually-hidden" for="other-{{ $card->id }}">Shooter of card
                    {{ $card->number }}</label><input class="form-control shooter"
                    id="other-{{ $card->id }}" name="shooter" value="{{ $card->shooter }}"
                    maxlength="120">
                <button class="btn btn-line">Say so for this card</button><span class="small quiet">Copies keep
                    their folder.</span>
            </form>
        </details>
    @endif
</div>
