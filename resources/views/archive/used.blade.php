{{-- What a shoot takes of the disks: $used, $couldBeFreed --}}
<dl class="facts">
    @foreach ([
        ...collect($used['places'])->mapWithKeys(fn($size, $place) => ["Originals, {$place}" =>
            $size]),
        'Previews and proofs' => $used['pictures'], 'Outputs' => $used['outputs'],
        'Deliveries' => $used['deliveries'], 'Archive' => $used['bags'], 'In all' => $used['total'],
    ] as $label => $bytes)
        <dt>{{ $label }}</dt>
        <dd>{{ $bytes > 0 ? Number::fileSize($bytes, 1) : '–' }}</dd>
    @endforeach
</dl>
@if ($couldBeFreed !== [])
    <p class="quiet">Could be freed:
        {{ implode(', ', $couldBeFreed) }}.
    </p>
@endif
