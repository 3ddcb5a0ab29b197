{!! $gallery->message !!}

Your pictures: {!! $gallery->address() !!}
@if($gallery->password)

The gallery asks for a password, which you get from us separately.
@endif

{!! $studio->name !!}
