@if($guest->name)
{!! $guest->name !!},

@endif
you can change your selection from “{!! $gallery->title !!}” again: {!! $guest->address() !!}

All you chose and said is still there. Send it once more when you are done.

{!! $studio->name !!}
