{{-- Find and replace in the frames that are meant: $meant, $groups --}}
<form class="panel stack" method="post" action="{{ route('captions.replace', [$shoot, ...$query]) }}"
    data-of-ticked>
    @csrf
    <h3>Find and replace in {{ number_format($meant) }} {{ Str::plural('frame', $meant) }}</h3>
    <div><label class="form-label" for="find">find</label><input class="form-control" id="find"
            name="find" value="{{ old('find') }}"><x-problem of="find" /></div>
    <div><label class="form-label" for="with">put in its place</label><input class="form-control"
            id="with" name="with" value="{{ old('with') }}"><x-problem of="with" /></div>
    <div><label class="form-label" for="in">in</label>
        <select class="form-select" id="in" name="in[]" multiple size="4">
            @foreach ($groups as $fields)
                @foreach ($fields as $field)
                    <option value="{{ $field->value }}"
                        @selected(in_array($field->value, old('in', ['headline', 'description', 'keywords', 'persons']), true))>{{ $field->label() }}
                    </option>
                @endforeach
            @endforeach
        </select>
        <x-problem of="in" />
    </div>
    <div class="row-line"><label><input class="form-check-input" type="checkbox" name="case" value="1"
                @checked(old('case'))> capitals matter</label><label><input class="form-check-input"
                type="checkbox" name="word" value="1" @checked(old('word'))> whole
            words</label></div>
    <button class="btn btn-line">Review the changes</button>
</form>
