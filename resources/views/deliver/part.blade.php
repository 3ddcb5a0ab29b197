{{-- A part of a delivery: $part, $ways, $zone, $pictures (part => how many) --}}
<p data-part="{{ $part->number }}"><span class="strong">{{ $part->name ?: 'All of it' }}</span>
    <span class="quiet">{{ number_format($pictures[$part->id] ?? 0) }}
        {{ Str::plural('picture', $pictures[$part->id] ?? 0) }} ·
        {{ collect($part->ways)->map(fn(string $key) => ($ways[$key] ?? null)?->label() ?? 'an output that is gone')->join(', ') }}
        · @if ($part->made_at)
            there since {{ $part->made_at->setTimezone($zone)->format('D j M, H:i') }}
        @else
            not there yet
        @endif
    </span>
</p>
