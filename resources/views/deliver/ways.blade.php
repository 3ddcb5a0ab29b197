{{-- Which kinds of files. --}}
<fieldset class="lines">
    <legend class="form-label">Files</legend>
    @foreach ($ways as $key => $way)
        <label class="output-line"><input class="form-check-input" type="checkbox" name="ways[]" value="{{ $key }}"
                @checked(in_array($key, old('ways', $usual), true))> <span><span class="strong">{{ $way->label() }}</span>
                    <span class="quiet">{{ $way->inWords() }}</span></span></label>
    @endforeach
</fieldset>
<x-problem of="ways" />
