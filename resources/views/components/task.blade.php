@props(['task', 'address' => null])
{{-- How far a task is, brought up to date while it runs; with $address, what is awaited comes there in its place --}}
<div class="task" role="status"
    @unless ($task->state->isOver()) hx-get="{{ $address ?? route('tasks.show', $task) }}"
        hx-trigger="load delay:{{ $address === null ? 700 : 300 }}ms" hx-swap="outerHTML" @endunless>
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
    @if ($address === null || $task->total > 2 || $task->state->isOver())
        <progress max="100" value="{{ $task->percent() }}" aria-label="{{ $task->title }}">{{ $task->percent() }}
            %</progress>
        <span class="quiet">{{ $task->problem ?? $task->progressInWords() }}</span>
    @else
        <progress aria-label="{{ $task->title }}"></progress>
    @endif
</div>
