{{-- What a shoot takes on the disks: $one --}}
<td>{{ $one['places'] === [] ? '–' : Number::fileSize(array_sum($one['places']), 1) }}@foreach ($one['places'] as $place => $bytes)
        <br><span class="small quiet">{{ $place }} {{ Number::fileSize($bytes, 1) }}</span>
    @endforeach
</td>
@foreach (['pictures', 'outputs', 'deliveries', 'bags', 'total'] as $kind)
    <td @class(['strong' => $kind === 'total'])>{{ $one[$kind] > 0 ? Number::fileSize($one[$kind], 1) : '–' }}
    </td>
@endforeach
<td>{{ $one['free'] > 0 ? Number::fileSize($one['free'], 1) : '–' }}</td>
