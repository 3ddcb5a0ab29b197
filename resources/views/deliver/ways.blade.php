{{-- Which kinds of files. --}}
<fieldset class="lines">
    <legend class="form-label">Files</legend>
    @foreach ($ways as $way => $label)
        <label class="output-line"><input class="form-check-input" type="checkbox" name="ways[]" value="{{ $way }}"
                @checked(in_array($way, old('ways', $usual), true))> <span><span class="strong">{{ $label }}</span>
                    <span
                    class="quiet">{{ ['jpegs' => 'as the camera wrote them, with captions and corrected times', 'originals' => 'every file of the frame, untouched: raw, JPEG, sound'][$way] ?? App\Deliver\Output::query()->find(App\Deliver\Ways::output($way))?->plan()->inWords() }}</span></span></label>
    @endforeach
</fieldset>
<x-problem of="ways" />
