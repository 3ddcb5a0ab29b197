{{-- A text as IIM takes it: what is cut is struck. $field, $text, $caption --}}
@if (in_array($field, $cut, true))
    @foreach ($caption->items($field) as $i => $item)
        <span>{{ $caption->iimItems($field)[$i] ?? '' }}<del
                title="IIM has no room for this; XMP holds it
                    whole">{{ mb_substr($item, mb_strlen($caption->iimItems($field)[$i] ?? '')) }}</del></span>{{ $loop->last ? '' : ',' }}
    @endforeach
    <span class="small d-block">{{ number_format(max(array_map('strlen', $caption->items($field)))) }} of
        {{ number_format($field->iimBytes()) }} bytes: cut in IIM, whole in XMP</span>
@else
    {{ $text }}
@endif
