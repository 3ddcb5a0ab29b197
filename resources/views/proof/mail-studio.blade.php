{!! $selection->name !!} <{!! $selection->email !!}> chose {{ $frames->count() }} pictures from “{!! $gallery->title !!}”.
@if($selection->message)

“{!! $selection->message !!}”
@endif

Comments on {{ $comments }} pictures.

@foreach($frames as $frame)
{!! $frame->name !!}@if($frame->pivot->comment) – {!! str_replace("\n", ' / ', $frame->pivot->comment) !!}@endif

@endforeach

Deliver it: {!! route('deliver.show', [$gallery->shoot_id, 'selection' => $selection->id]) !!}
