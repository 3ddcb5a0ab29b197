{{-- A delivery on the list: $delivery, $task, $shoot --}}
<article data-delivery="{{ $delivery->id }}">
    <h3><a href="{{ route('delivery.show', $delivery) }}">{{ $delivery->name }}</a></h3>
    <p class="quiet">{{ number_format($delivery->frames_count) }}
        {{ Str::plural('frame', $delivery->frames_count) }} for
        {{ $delivery->recipients->map->called()->implode(', ') }}@if ($delivery->parts->count() > 1)
            · in {{ $delivery->parts->count() }} parts
        @endif
        @if ($delivery->freed_at)
            · its files are deleted
        @elseif($delivery->hasEnded())
            · ended on {{ $delivery->ends_on?->format('j F') }}
        @elseif($delivery->ends_on)
            · until {{ $delivery->ends_on->format('j F') }}
        @endif
    </p>
    @if ($task?->isUnderWay())
        <x-task :task="$task" />
    @elseif($task?->problem)
        <p class="danger">Packing was broken off: {{ $task->problem }}</p>
    @else
        <p>
            {{ $delivery->fetchedInWords() }}
        </p>
    @endif
</article>
