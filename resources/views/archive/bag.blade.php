{{-- A bag of the shoot: $bag, $task --}}
<article data-bag="{{ $bag->id }}" data-state="{{ $bag->state->value }}">
    <div class="spread">
        <div>
            <h3>{{ $bag->name }}</h3>
            <p class="quiet">{{ number_format($bag->files_count) }} files,
                {{ Number::fileSize($bag->bytes, 1) }}@if ($bag->checked_at)
                    · read and found whole
                    {{ $bag->checked_at->setTimezone($shoot->zone)->format('D j M Y, H:i') }}
                @endif
            </p>
        </div>
        @if (in_array($bag->state->value, ['made', 'checked', 'damaged'], true) && $task?->isUnderWay() !== true)
            <form method="post" action="{{ route('archive.check', $bag) }}">@csrf<button
                    class="btn btn-line">Read it again</button></form>
        @endif
    </div>
    @if ($task?->isUnderWay())
        <x-task :task="$task" />
    @elseif($bag->problem)
        <p class="danger">{{ $bag->problem }}</p>
    @elseif($task?->problem)
        <p class="danger">{{ $task->problem }}</p>
    @endif
</article>
