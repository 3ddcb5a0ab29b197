{{-- A part of a delivery: $part, $ways, $zone --}}
<p data-part="{{ $part->number }}"><span class="strong">{{ $part->name ?: 'All of it' }}</span>
    <span class="quiet">{{ number_format($part->files()->distinct()->count('frame_id')) }}
        {{ Str::plural('picture', $part->files()->distinct()->count('frame_id')) }} ·
        {{ collect($part->ways)->map(fn(string $key) => ($ways[$key] ?? null)?->label() ?? 'an output that is gone')->join(', ') }}
        · @if ($part->made_at)
            there since {{ $part->made_at->setTimezone($zone)->format('D j M, H:i') }}
        @else
            not there yet
        @endif
    </span>
</p>
