@if($isFirst)
Your {{ $count }} {{ Str::plural('picture', $count) }} of {!! $delivery->shoot->name !!} {{ $count === 1 ? 'is' : 'are' }} ready:
@else
There is something new for you from {!! $delivery->shoot->name !!}: {!! $part->name ?: 'more pictures' !!}, {{ $new }} {{ Str::plural('picture', $new) }}. It is in the same place:
@endif

{!! $recipient->address() !!}
@if($delivery->message)

{!! $delivery->message !!}
@endif
@if($delivery->ends_on)

They can be fetched until {{ $delivery->ends_on->format('j F Y') }}.
@endif

{!! $studio->name !!}
