@if($frame === null)
<p>No frame meets this filter.</p>
@else
<div class="stack">
    <div class="example">@if($frame->small_path)<img src="{{ App\Studio\PictureAddress::of($frame->large_path ?? $frame->small_path) }}" alt="{{ $frame->name }}">@endif</div>
    <div class="spread">
        <span class="strong">{{ $frame->name }}</span>
        <span class="row-line">
            <button type="button" class="btn-word" hx-post="{{ url()->route('captions.preview', [$shoot, ...request()->query(), 'at' => $at - 1]) }}" hx-include="form[hx-post]" hx-target="#preview">Frame before</button>
            {{ $at + 1 }} of {{ number_format($count) }}
            <button type="button" class="btn-word" hx-post="{{ url()->route('captions.preview', [$shoot, ...request()->query(), 'at' => $at + 1]) }}" hx-include="form[hx-post]" hx-target="#preview">Next frame</button>
        </span>
    </div>
    <dl class="filled">
        @forelse($caption->values() as $field => $text)
            <dt>{{ Kanpai\Core\Caption\Field::from($field)->label() }}</dt><dd>{{ $text }}</dd>
        @empty
            <dt>Nothing</dt><dd>All fields are empty.</dd>
        @endforelse
    </dl>
    @foreach($cut as $field)<p class="danger small">{{ $field->label() }} is longer than the {{ $field->iimBytes() }} bytes that the old IIM field holds; it is cut there and whole in XMP.</p>@endforeach
</div>
@endif
