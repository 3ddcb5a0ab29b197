{{-- What shoots take on the disks: $page, and $used by shoot or null until it is counted --}}
<tbody @if ($used === null) hx-get="{{ route('archive.disks', ['page' => $page->currentPage()]) }}" hx-trigger="load"
    hx-swap="outerHTML" @endif>
    @foreach ($page as $shoot)
        <tr>
            <th scope="row"><a href="{{ route('archive.show', $shoot) }}">{{ $shoot->name }}</a> <span
                    class="quiet fw-normal">{{ $shoot->held_on->format('j M Y') }}</span></th>
            @if ($used === null)
                <td colspan="7" class="quiet" role="status">{{ $loop->first ? 'Counting …' : '' }}</td>
            @else
                @include('archive.disk-line', ['one' => $used[$shoot->id]])
            @endif
        </tr>
    @endforeach
</tbody>
