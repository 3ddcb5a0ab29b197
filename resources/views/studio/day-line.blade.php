@if ($line !== null)
    <section class="day-line" aria-label="Day line" data-day-line data-from="{{ $line->from }}"
        data-to="{{ $line->to }}"
        @if (request('from')) data-window-from="{{ (int) request('from') }}"
            data-window-to="{{ (int) request('to') }}" @endif>
        <div class="names">
            @foreach ($lanes as $row)
                <div class="clip" title="{{ $row['name'] }}">{{ $row['name'] }}</div>
            @endforeach
        </div>
        <div class="field" title="Drag over a span of time to see only its frames">
            <svg height="{{ $tall + 34 }}" role="img" aria-label="Frames of each body over the day">
                @foreach ($marks as $mark)
                    <line class="grid" x1="{{ (100 * $mark['place']) / $line->width }}%"
                        x2="{{ (100 * $mark['place']) / $line->width }}%" y1="6" y2="{{ $tall + 14 }}" />
                @endforeach
                <svg x="0" y="10" width="100%" height="{{ $tall }}"
                    viewBox="0 0 {{ $line->width }} {{ $tall }}" preserveAspectRatio="none">
                    @foreach ($lanes as $row)
                        <path class="open" d="{{ $row['open'] }}" />
                        <path class="drop" d="{{ $row['drop'] }}" />
                        <path class="keep" d="{{ $row['keep'] }}" />
                    @endforeach
                </svg>
                @foreach ($marks as $mark)
                    <text x="{{ (100 * $mark['place']) / $line->width }}%"
                        y="{{ $tall + 28 }}">{{ $mark['label'] }}</text>
                @endforeach
                <rect class="window" x="0" y="4" width="0" height="{{ $tall + 10 }}" hidden />
            </svg>
            <div class="now" hidden></div>
        </div>
    </section>
@endif
