{{-- Which look of a frame that has several: the one for a use. --}}
@props(['id', 'value'])
<div><label class="form-label" for="{{ $id }}">Look</label><select class="form-select" id="{{ $id }}" name="look">
        <option value="">of the frame</option>
        @foreach (array_unique(array_filter([...$uses, (string) $value])) as $use)
            <option value="{{ $use }}" @selected($value === $use)>for {{ $use }}, where there is one</option>
        @endforeach
    </select></div>
