{{-- Frames and kept frames of each minute: $chart, $zone --}}
<svg class="coverage" viewBox="0 0 {{ $chart::WIDTH }} {{ $chart::HEIGHT }}" preserveAspectRatio="none" role="img"
    aria-label="Frames and kept frames for each minute of the day">
    @foreach (['frames' => $chart->frames, 'kept' => $chart->kept] as $class => $bars)
        @foreach ($bars as $bar)
            <rect class="{{ $class }}" x="{{ $bar['x'] }}" y="{{ $bar['y'] }}" width="{{ $bar['width'] }}"
                height="{{ $bar['height'] }}" />
        @endforeach
    @endforeach
    @foreach ($chart->gaps as $gap)
        <line class="gap" x1="{{ $gap['from'] }}" x2="{{ $gap['to'] }}" y1="{{ $chart::GAPS }}"
            y2="{{ $chart::GAPS }}" />
    @endforeach
</svg>
<div class="spread small quiet"><span>{{ $zone->format($chart->from, 'H:i') }}</span><span>grey: frames a minute; black:
        kept; dashes: nothing kept</span><span>{{ $zone->format($chart->to, 'H:i') }}</span>
</div>
