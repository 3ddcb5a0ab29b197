{{-- A tie, as $one of $known: $frame, $frames, $i, $worst, $residuals --}}
<div class="tie-line @if ($worst === $i && count($known) > 1) is-worst @endif" data-tie-frame="{{ $one['frame'] }}"
    @if ($one['other']) data-tie-other="{{ $one['other'] }}" @endif>
    <span><span class="strong">{{ $shoot->zone()->format($one['instant'], 'H:i:s.v') }}</span>
        @switch($one['kind'])
            @case('gps')
                by GPS, {{ $frame->name }}
            @break

            @case('time')
                typed, {{ $frame->name }}
            @break

            @default
                {{ $frame->name }} = {{ $frames[$one['other']]->name }}
        @endswitch
        @if ($one['note'] !== '')
            · {{ $one['note'] }}
        @endif
        <span class="small quiet d-block">camera said {{ substr((string) $frame->cameraTime(), 0, 21) }}</span>
    </span>
    <span class="text-end">
        @isset($residuals[$i])
            <span
                class="nowrap">{{ $residuals[$i] > 0 ? '+' : ($residuals[$i] < 0 ? '−' : '') }}{{ number_format(abs($residuals[$i]), 2) }}
                s</span>
            @if ($worst === $i && count($known) > 1)
                <span class="small d-block">the worst</span>
            @endif
        @endisset
    </span>
    <span>
        @if ($one['id'] !== null)
            <button type="button" class="btn-word" data-untie="{{ route('clocks.untie', $one['id']) }}">Take
                away</button>
        @endif
    </span>
</div>
