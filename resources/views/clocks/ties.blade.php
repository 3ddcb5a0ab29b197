<div class="stack">
    <h2>Ties</h2>
    @forelse($known as $i => $one)
        @php($frame = $frames[$one['frame']])
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
        @empty
            <p class="quiet">None yet. Hold a frame of this body and one of another that show the same instant, or type the
                time that a photographed clock shows.</p>
        @endforelse
        @if ($problem !== null)
            <p class="invalid-feedback" role="alert">{{ $problem }}</p>
        @endif
        @if ($fit !== null)
            <p class="row-line">
                <button type="button" class="btn btn-line" data-fill data-form="{{ json_encode($form) }}">Take
                    {{ $fit->clock }}</button>
                <span class="small quiet">
                    @if (count($known) === 1)
                        One tie gives the offset.
                    @elseif(!$fit->hasDrift)
                        Less than 12 minutes apart: they tell no drift.
                    @else
                        By least squares over {{ count($known) }} ties.
                    @endif
                </span>
            </p>
        @endif
    </div>
