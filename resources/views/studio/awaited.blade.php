<div class="task" role="status"
    @unless ($task->state->isOver()) hx-get="{{ $address }}" hx-trigger="load delay:300ms"
        hx-swap="outerHTML" @endunless>
    <span class="strong">{{ $task->title }}@if ($task->state === App\Studio\TaskState::Waiting)
            · waiting for a free worker
        @endif
    </span>
    <span>
        @if ($task->state->isOver())
            {{ $task->state->value }}
        @else
            <button type="button" class="btn-word" hx-post="{{ route('tasks.stop', $task) }}" hx-target="closest .task"
                hx-swap="outerHTML">Stop</button>
        @endif
    </span>
    @if ($task->total > 2 || $task->state->isOver())
        <progress max="100" value="{{ $task->percent() }}" aria-label="{{ $task->title }}">{{ $task->percent() }}
            %</progress>
        <span class="quiet">{{ $task->problem ?? $task->progressInWords() }}</span>
    @else
        <progress aria-label="{{ $task->title }}"></progress>
    @endif
</div>
