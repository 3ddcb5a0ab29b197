@if (!$suggestion->tells())
    <p class="danger">
        {{ $suggestion->reason }}</p>
@else
    <div class="stack">
        <p><span class="strong">{{ $clock }}</span> brings {{ $names[$body->id] }} in step with
            {{ $names[$other->id] }}, to about {{ number_format(max(0.1, $suggestion->within), 1) }} s.</p>
        <p class="small">It rests on {{ count($suggestion->pairs) }} scenes that both bodies began at one time. That so
            many fall together by accident:
            {{ 1 - $suggestion->confidence < 0.0001 ? 'less than 1 in 10,000' : '1 in ' . number_format(1 / (1 - $suggestion->confidence)) }}.
        </p>
        <ol class="suggested">
            @foreach ($pairs as $pair)
                <li data-tie-frame="{{ $pair['of'] }}" data-tie-other="{{ $pair['other'] }}">
                    @foreach ($pair['pictures'] as $i => $picture)
                        <span class="view">
                            @if ($picture)
                                <img src="{{ $picture }}" alt="{{ $pair['frames'][$i]->name }}">
                            @endif
                        </span>
                    @endforeach
                    <span class="small">{{ $shoot->zone()->format($pair['frames'][1]->taken_ms, 'H:i:s') }} ·
                        {{ number_format(abs($pair['apart']), 2) }} s apart</span>
                </li>
            @endforeach
        </ol>
        <button type="button" class="btn btn-line" data-fill data-form="{{ json_encode($form) }}">Take
            {{ $clock }}</button>
    </div>
@endif
