@props(['task'])
{{-- How far a task is, brought up to date while it runs --}}
<div class="task" role="status"
    @unless ($task->state->isOver()) hx-get="{{ route('tasks.show', $task) }}" hx-trigger="load delay:700ms"
        hx-swap="outerHTML" @endunless>
    <span class="strong">{{ $task->title }}@if ($task->state === App\Studio\TaskState::Waiting)
            · waiting for a free worker
        @endif
    </span>
    <span>
        @if ($task->state->isOver())
            {{ $task->state->value }}
        @else
            <button class="btn-word" hx-post="{{ route('tasks.stop', $task) }}" hx-target="closest .task"
                hx-swap="outerHTML">Stop</button>
        @endif
    </span>
    <progress max="100" value="{{ $task->percent() }}" aria-label="{{ $task->title }}">{{ $task->percent() }}
        %</progress>
    <span class="quiet">{{ $task->problem ?? $task->progressInWords() }}</span>
</div>
