@if($isFirst)
{{ $count }} {{ Str::plural('picture', $count) }} of {!! $delivery->shoot->name !!} {{ $count === 1 ? 'is' : 'are' }} ready for you to work on. Files, notes and a way to send them back are here; you need no account:
@else
There is more to do on the pictures of {!! $delivery->shoot->name !!}: {!! $part->name !!}, with new notes. It is in the same place:
@endif

{!! $recipient->address() !!}
@if($delivery->message)

{!! $delivery->message !!}
@endif
@if($delivery->ends_on)

The link lasts until {{ $delivery->ends_on->format('j F Y') }}.
@endif

{!! $studio->name !!}
