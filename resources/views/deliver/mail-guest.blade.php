Your {{ $delivery->frames_count }} pictures of {!! $delivery->shoot->name !!} are ready:

{!! $delivery->address() !!}

{!! $studio->name !!}
