{{-- Frames to be chosen one by one; the boxes belong to the forms that say so: $frames, $page, $isMore, $query --}}
@foreach ($frames as $frame)
    <li><label class="tick-tile"><input class="form-check-input" type="checkbox" value="{{ $frame->id }}"
                data-tick-frame><img src="{{ App\Studio\PictureAddress::orNothing($frame->small_path) }}"
                alt="{{ $frame->name }}" loading="lazy"></label></li>
@endforeach
@if ($isMore)
    <li class="more"><button type="button" class="btn-word"
            hx-get="{{ route('captions.tiles', [$shoot, ...$query, 'page' => $page + 1]) }}" hx-target="closest li"
            hx-swap="outerHTML">More frames</button></li>
@endif
@if ($page === 0 && $frames->isEmpty())
    <li class="more">No frame meets this filter.</li>
@endif
