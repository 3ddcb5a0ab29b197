Your own link to “{!! $gallery->title !!}”: {!! $guest->address() !!}

It opens the gallery on any device, with all you chose and said so far ({{ $chosen }} {{ Str::plural('picture', $chosen) }}).

{!! $studio->name !!}
