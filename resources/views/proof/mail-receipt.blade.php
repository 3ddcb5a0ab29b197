{!! $selection->name !!},

your selection from “{!! $gallery->title !!}” has arrived: {{ count(array_unique(array_column($frames, 'frame'))) }} {{ Str::plural('picture', count(array_unique(array_column($frames, 'frame')))) }}.

@foreach(collect($frames)->groupBy('list') as $list => $own)
{!! $list !!}: {{ $own->pluck('number')->map(fn ($number) => str_pad((string) $number, 3, '0', STR_PAD_LEFT))->implode(', ') }}
@endforeach

It is closed now. If you want to change something, answer this mail, and we open it again.
Look at it: {!! $guest->address() !!}

{!! $studio->name !!}
