{{-- What of a card was skipped, has a problem, or is left out: $card, $summary --}}
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
