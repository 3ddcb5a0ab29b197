{{-- What was decided of somebody’s frames: $name, $said, $sum --}}
<div class="tally-bar"><span class="clip">{{ $name }}</span>
    <svg viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true">
        <rect class="kept" width="{{ (100 * $said['keep']) / $sum }}" height="10" />
        <rect class="dropped" x="{{ (100 * $said['keep']) / $sum }}"
            width="{{ (100 * $said['drop']) / $sum }}" height="10" />
        <rect class="open" x="{{ (100 * ($said['keep'] + $said['drop'])) / $sum }}"
            width="{{ (100 * $said['open']) / $sum }}" height="10" />
    </svg>
    <span class="small">{{ number_format($said['keep']) }} kept,
        {{ number_format($said['drop']) }} dropped, {{ number_format($said['open']) }} open</span>
</div>
