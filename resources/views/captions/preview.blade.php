@if ($frame === null)
    <p>
        No frame meets this filter.</p>
@else
    <div class="stack">
        <div class="example">
            @if ($frame->small_path)
                <img src="{{ App\Studio\PictureAddress::of($frame->large_path ?? $frame->small_path) }}"
                    alt="{{ $frame->name }}">
            @endif
        </div>
        <div class="spread">
            <span class="strong">{{ $frame->name }}</span>
            <span class="row-line">
                <button type="button" class="btn-word"
                    hx-post="{{ url()->route('captions.preview', [$shoot, ...$query, 'at' => $at - 1]) }}"
                    hx-include="[data-sheet]" hx-target="#preview">Frame before</button>
                {{ $at + 1 }} of {{ number_format($count) }}
                <button type="button" class="btn-word"
                    hx-post="{{ url()->route('captions.preview', [$shoot, ...$query, 'at' => $at + 1]) }}"
                    hx-include="[data-sheet]" hx-target="#preview">Next frame</button>
            </span>
        </div>
        <a href="{{ route('captions.frame', [$shoot, $frame, ...$query]) }}">Caption this frame alone</a>
        <dl class="filled">
            @forelse($caption->filled() as [$field, $text])
                <dt>{{ $field->fullLabel() }}@if (in_array($field->value, $own, true))
                        <span class="small d-block">set on the frame</span>
                    @endif
                </dt>
                <dd>@include('captions.filled')</dd>
            @empty
                <dt>Nothing</dt>
                <dd>All fields are empty.</dd>
            @endforelse
        </dl>
        @foreach ($cut as $field)
            <p class="danger small">{{ $field->label() }} is longer than the {{ $field->iimBytes() }} bytes that the
                old IIM field holds; it is cut there and whole in XMP.</p>
        @endforeach
        @foreach ($missing as $field)
            <p class="danger small">The studio wants {{ $field->label() }} filled in.</p>
        @endforeach
        @if ($unknownCodes !== [])
            <p class="danger small">Nobody on the roster has {{ implode(', ', $unknownCodes) }}.</p>
        @endif
        @if ($unlisted !== [])
            <p class="danger small">Not on the list of keywords: {{ implode(', ', $unlisted) }}.</p>
        @endif
    </div>
@endif
