{{-- Which frames are meant: of a selection, of a set, or by the filter. `$goes` says where another choice leads. --}}
@if ($selection)
    <p>
        What {{ $selection->name }} chose: <span class="strong">{{ number_format($meant) }}
            {{ Str::plural('frame', $meant) }}</span>. <a href="{{ $goes([]) }}">Choose others</a></p>
@else
    <x-filter :filter="$filter" :bodies="$bodies" :names="$names" :meant="$meant" :all="$all" :goes="$goes ?? null" />
    @if ($sets->isNotEmpty())
        <div><label class="form-label" for="of-set">Or the frames of a set</label>
            <select class="form-select w-auto" id="of-set" data-goes>
                <option value="{{ $goes([]) }}">no set</option>
                @foreach ($sets as $set)
                    <option value="{{ $goes(['where' => 'set:"' . addcslashes($set->name, '"\\') . '"']) }}"
                        @selected(str_contains((string) $filter->where, $set->name))>{{ $set->name }}</option>
                @endforeach
            </select>
        </div>
    @endif
@endif
