<div class="lines" id="bags" @if($isBusy) hx-get="{{ route('archive.bags') }}" hx-trigger="every 1500ms"
    hx-swap="outerHTML" @endif>
    @foreach($unknown as $name)
        <div class="spread"
            data-unknown="{{ $name }}"><p><span class="strong">{{ $name }}</span><br>
                <span class="quiet">a bag of which nothing is known here</span></p>
            <form method="post" action="{{ route('archive.take-in') }}">@csrf<input type="hidden" name="bag"
                value="{{ $name }}"><button class="btn btn-ink">Take this shoot in</button></form></div>
    @endforeach
    @foreach($bags as $bag)
        <div data-bag="{{ $bag->id }}" data-state="{{ $bag->state->value }}">
            <p><span class="strong">{{ $bag->name }}</span>
                @if ($bag->shoot)
                    · <a href="{{ route('archive.show', $bag->shoot) }}">{{ $bag->shoot->name }}</a>
                @endif
                <br><span class="quiet">{{ number_format($bag->files_count) }} files,
                    {{ Number::fileSize($bag->bytes, 1) }} · {{ $bag->stateInWords() }}</span></p>
            @if($bag->problem)<p class="danger">{{ $bag->problem }}</p>@endif
            @if(($task = $tasks[$bag->id] ?? null)?->isUnderWay())<div class="task"
                role="status"><span class="strong">{{ $task->title }}</span><span></span><progress max="100"
                value="{{ $task->percent() }}"
                aria-label="{{ $task->title }}"></progress><span
                    class="quiet">{{ $task->progressInWords() }}</span></div>@endif
        </div>
    @endforeach
    @if ($bags->isEmpty() && $unknown === [])
        <x-nothing>No shoot is archived yet. Open a shoot and choose Archive; a bag from elsewhere is taken in from
            {{ $folder }}.</x-nothing>
    @endif
</div>
