{{-- What was decided of somebody’s frames: $name, $decided, $sum --}}
<div class="tally-bar"><span class="clip">{{ $name }}</span>
    <svg viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true">
        <rect class="kept" width="{{ (100 * $decided['keep']) / $sum }}" height="10" />
        <rect class="dropped" x="{{ (100 * $decided['keep']) / $sum }}"
            width="{{ (100 * $decided['drop']) / $sum }}" height="10" />
        <rect class="open" x="{{ (100 * ($decided['keep'] + $decided['drop'])) / $sum }}"
            width="{{ (100 * $decided['open']) / $sum }}" height="10" />
    </svg>
    <span class="small">{{ number_format($decided['keep']) }} kept,
        {{ number_format($decided['drop']) }} dropped, {{ number_format($decided['open']) }} open</span>
</div>
