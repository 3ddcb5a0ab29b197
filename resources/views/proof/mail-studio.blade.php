{!! $selection->name !!} <{!! $selection->email !!}> chose {{ count(array_unique(array_column($frames, 'frame'))) }} pictures from “{!! $gallery->title !!}”.
@if($selection->message)

“{!! $selection->message !!}”
@endif
@if($before = $selection->before())

Against what was sent on {{ $before->sent_at->setTimezone($gallery->shoot->zone)->format('j F, H:i') }}: {{ $selection->differenceTo($before)->inWords() }}.
@endif

@foreach(collect($frames)->groupBy('list') as $list => $own)
{!! $list !!} ({{ count($own) }})
@foreach($own as $row)
{!! $row['name'] !!}{!! $row['rating'] ? ', rated '.$row['rating'] : '' !!}{!! $row['comment'] !== '' ? ' – '.str_replace("\n", ' / ', $row['comment']) : '' !!}{!! $row['isGone'] ? ' (left the gallery)' : '' !!}
@endforeach

@endforeach
Look at it: {!! route('proof.gallery', $gallery) !!}
Deliver it: {!! route('deliver.show', [$gallery->shoot_id, 'selection' => $selection->id]) !!}
