{{-- Rows of the list of names, file for file: $names, $of, $page, $isMore, $pattern --}}
@foreach ($names as $name)
    <tr>
        <td class="text-nowrap">{{ $name['time'] }}</td>
        <td class="text-nowrap">{{ $name['camera'] }}</td>
        <td class="breaks">
            @if ($name['now'] === '')
                <span class="quiet">not copied yet</span>@else{{ $name['now'] }}
            @endif
        </td>
        <td class="breaks">
            @if ($name['now'] === $name['then'])
            <span class="quiet">stays</span>@else<b>{{ $name['then'] }}</b>
            @endif
        </td>
    </tr>
@endforeach
@if ($isMore)
    <tr>
        <td colspan="4"><button type="button" class="btn-word"
                hx-get="{{ route('ingest.names', [$shoot, 'page' => $page + 1, 'folder' => $pattern->folder, 'file' => $pattern->file]) }}"
                hx-target="closest tr" hx-swap="outerHTML">More of {{ number_format($of) }} files</button></td>
    </tr>
@endif
@if ($of === 0)
    <tr>
        <td colspan="4" class="quiet">No file is ticked for copying yet.</td>
    </tr>
@endif
