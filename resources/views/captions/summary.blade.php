<p><span class="number" data-changing>{{ number_format($summary['changing']) }}</span> of
    {{ number_format($summary['frames']) }} frames change,
    {{ number_format($summary['frames'] - $summary['changing']) }} stay as they are.</p>
@if ($summary['fields'] !== [])
    <p class="small">
        {{ implode(', ', array_map(fn($field, $count) => $field . ' in ' . number_format($count), array_keys($summary['fields']), $summary['fields'])) }}.
        Originals are not touched.</p>
@endif
@foreach ($summary['cut'] as $field => $count)
    <p class="danger small">{{ $field }} is cut in IIM in {{ number_format($count) }}
        {{ Str::plural('frame', $count) }}, and whole in XMP.</p>
@endforeach
@foreach ($summary['missing'] as $field => $count)
    <p class="danger small">{{ $field }}, which the studio wants, stays empty in {{ number_format($count) }}
        {{ Str::plural('frame', $count) }}.</p>
@endforeach
@if ($summary['unknown'] !== [])
    <p class="danger small">Nobody on the roster has
        {{ implode(', ', array_slice(array_keys($summary['unknown']), 0, 12)) }}.</p>
@endif
