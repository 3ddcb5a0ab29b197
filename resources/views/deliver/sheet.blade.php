{{-- A contact sheet: $sheet, $task --}}
<article data-sheet="{{ $sheet->id }}">
    <h3>
        @if ($sheet->made_at)
            <a href="{{ route('sheet', $sheet) }}">{{ $sheet->title }}</a>@else{{ $sheet->title }}
        @endif
    </h3>
    <p class="quiet">{{ number_format(count($sheet->frames)) }}
        {{ Str::plural('picture', count($sheet->frames)) }}, {{ $sheet->plan['columns'] }} ×
        {{ $sheet->plan['rows'] }} on {{ $sheet->plan()->paper->inWords() }}@if ($sheet->made_at)
            · {{ $sheet->pages }} {{ Str::plural('sheet', $sheet->pages) }},
            {{ Number::fileSize($sheet->bytes, 1) }}
        @endif
    </p>
    @if ($task?->isUnderWay())
        <x-task :task="$task" />
    @elseif($task?->problem)
        <p class="danger">{{ $task->problem }}</p>
    @endif
    <form method="post" action="{{ route('sheets.remove', $sheet) }}">@csrf @method('DELETE')<button
            class="btn-word small">Remove</button></form>
</article>
