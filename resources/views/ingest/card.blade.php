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
        <p>Its files are on their way: {{ number_format($card->arrivals()->whereNotNull('arrived_at')->count()) }} of
            {{ number_format($card->arrivals()->count()) }} are here. Choose the same folder again to go on where it
            stopped. What does not come in {{ App\Ingest\RemoveCard::PATIENCE }} days is waited for no longer.</p>
    @endif
    @foreach (['read', 'copy', 'prove', 'compare', 'previews'] as $kind)
        @if ($task = $summary->underWay($kind))
            @include('studio.task', ['task' => $task])
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
                    {{ $summary->lastProved }}.</span></p>
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
            @if ($summary->lastProved)
                <a href="{{ route('ingest.report', $card) }}">Report of all files</a>
                <a href="{{ route('ingest.checksums', $card) }}">Checksum list</a>
                @unless ($summary->underWay('prove') || $summary->underWay('copy'))
                    <form method="post" action="{{ route('ingest.prove', $card) }}">@csrf<button class="btn-word"
                            data-prove="{{ $card->name }}" title="Last read back {{ $summary->lastProved }}">Check the
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
    @endif
    @if ($summary->canBeTakenOut())
        <details class="changes">
            <summary>Read by mistake?</summary>
            <form method="post" action="{{ route('ingest.remove', $card) }}" class="row-line align-items-center">@csrf
                <button class="btn btn-line" data-take-out="{{ $card->name }}">Take this card out</button><span
                    class="small quiet">Its frames and what was said of them leave the shoot. The card itself is not
                    touched.</span>
            </form>
        </details>
    @endif
    @foreach (['prove', 'compare'] as $kind)
        @if (isset($summary->tasks[$kind]) && $summary->tasks[$kind]->problem)
            <p class="danger">{{ $summary->tasks[$kind]->problem }}</p>
        @endif
    @endforeach
    @if ($summary->skipped > 0)
        <p>{{ $summary->skippedInWords() }} The report has the names.</p>
    @endif
    @if ($summary->troubled->isNotEmpty())
        <div>
            <h3>{{ $summary->troubled->count() }} {{ Str::plural('file', $summary->troubled->count()) }} with a
                problem. What cannot be shown is copied all the same.</h3>
            @foreach ($summary->troubled->take(8) as $file)
                <p class="breaks"><span class="strong">{{ mb_scrub($file->path, 'UTF-8') }}</span> ·
                    {{ $file->problem }} @if ($file->hash === null && $file->copy_problem)
                        <span class="danger">{{ $file->copy_problem }}</span>
                    @endif
                </p>
            @endforeach
            @if ($summary->troubled->count() > 8)
                <p><a href="{{ route('ingest.report', $card) }}">All of them are in the report</a></p>
            @endif
        </div>
    @endif
    @if ($card->left_out !== [])
        <details class="changes">
            <summary>{{ count($card->left_out) }} {{ Str::plural('name', count($card->left_out)) }} on the card
                {{ count($card->left_out) === 1 ? 'is' : 'are' }} not copied: links, and what computers leave on every
                disk</summary>
            @foreach ($card->left_out as $name)
                <p class="breaks small">{{ $name }}</p>
            @endforeach
        </details>
    @endif
    @if ($summary->strip->isNotEmpty())
        <a class="strip" href="{{ route('ingest.choose', $card) }}"
            aria-label="Look through card {{ $card->number }}">
            @foreach ($summary->strip as $frame)
                <img src="{{ App\Studio\PictureAddress::of($frame->small_path) }}" alt="" loading="lazy">
            @endforeach
        </a>
    @endif
</article>
