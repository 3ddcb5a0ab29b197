@if($guest->name)
{!! $guest->name !!},

@endif
{!! $share->words() !!}

Your pictures: {!! $guest->address() !!}

The link is yours alone: it opens the gallery on any device, with all you chose and said.
@if($share->password)

The gallery asks for no password with this link. Others, who come by the common one, get the password from us.
@endif
@if($share->ends_on)

The gallery is open until {{ $share->ends_on->format('l j F Y') }}.
@endif

{!! $studio->name !!}
