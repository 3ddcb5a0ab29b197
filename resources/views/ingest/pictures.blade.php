@foreach($frames as $frame)
<li title="{{ $frame->name }} · {{ $frame->cameraTime() }}">@if($frame->small_path)<img src="{{ App\Studio\PictureAddress::of($frame->small_path) }}" alt="{{ $frame->name }}" loading="lazy">@else<span class="small">{{ $frame->name }}</span>@endif</li>
@endforeach
@if($frames->count() === 120)
<li hx-get="{{ route('ingest.pictures', [$card, 'from' => $from + 120]) }}" hx-trigger="intersect once" hx-swap="outerHTML"><span class="small">more …</span></li>
@endif
