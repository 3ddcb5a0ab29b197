{{-- What a place holds of a file: $copy (or none), $file, $shoot --}}
<td>
    @if ($copy === null)
        no copy
    @elseif($copy->hash === $file->hash)
        proved {{ $copy->verified_at->setTimezone($shoot->zone)->format('j M Y, H:i:s') }}
    @else
        <span class="danger strong">{{ $copy->hash === '' ? 'gone' : 'damaged' }},
            {{ $copy->verified_at->setTimezone($shoot->zone)->format('j M Y, H:i:s') }}</span>
    @endif
</td>
