@if($guest->name)
{!! $guest->name !!},

@endif
“{!! $gallery->title !!}” is open until {{ $share->ends_on?->format('l j F Y') }}.
{{ $chosen === 0 ? 'Nothing is chosen yet.' : $chosen.' '.Str::plural('picture', $chosen).' '.($chosen === 1 ? 'is' : 'are').' chosen, and not sent yet.' }}

Go on here: {!! $guest->address() !!}

{!! $studio->name !!}
