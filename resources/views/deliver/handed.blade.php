{{-- A frame that is out: $one, $own are its versions --}}
<div class="handed" data-frame="{{ $one->frame_id }}">
    <x-picture :path="$own->firstWhere('number', 1)?->small_path ?? $one->frame->small_path"
        alt="{{ $one->frame->name }} as the camera wrote it" />
    <div class="view">
        @if ($one->frame->version_id)
            <img src="{{ App\Studio\PictureAddress::orNothing($one->frame->small_path) }}"
            alt="{{ $one->frame->name }} as it came back" loading="lazy">@else<span
                class="quiet">{{ $one->isBack() ? '' : 'not back yet' }}</span>
        @endif
    </div>
    <div class="stack">
        <p><span class="strong">{{ $one->frame->name }}</span> <span
                class="quiet">{{ $one->isBack() ? 'back' : 'out, round ' . $one->round }}</span></p>
        @foreach ($one->notes as $note)
            <p class="small"><span class="quiet">Round {{ $note->round }}, {{ $note->by }}:</span>
                {{ $note->inWords() }}</p>
        @endforeach
        @if ($own->count() > 1)
            <p class="small">
                @foreach ($own as $version)
                    @if ($one->frame->version_id === ($version->hash ? $version->id : null))
                        <span class="strong">{{ $version->number }}:
                        {{ $version->name }}</span>@else<button class="btn-word small"
                            form="version-{{ $version->id }}">{{ $version->number }}:
                            {{ $version->name }}</button>
                    @endif{{ $loop->last ? '' : ' · ' }}
                @endforeach
            </p>
        @endif
        <div class="choose-line"><label><input class="form-check-input" type="checkbox" name="again[]"
                    value="{{ $one->frame_id }}"
                        @checked(in_array((string) $one->frame_id, (array) old('again'), true))> once more</label><label
                class="visually-hidden" for="note-{{ $one->frame_id }}">What is still to be done to
                {{ $one->frame->name }}</label><input class="form-control" id="note-{{ $one->frame_id }}"
                name="notes[{{ $one->frame_id }}]" value="{{ old('notes.' . $one->frame_id) }}"
                maxlength="2000" placeholder="what is still to be done"></div>
    </div>
</div>
