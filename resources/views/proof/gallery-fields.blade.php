{{-- How a gallery looks, and what goes along with the shoot. --}}
<div>
    <label class="form-label" for="title">Title</label>
    <input class="form-control @error('title') is-invalid @enderror" id="title" name="title"
        value="{{ old('title', $gallery?->title ?? $shoot->name) }}" maxlength="120">
    <x-problem of="title" />
</div>
<div><label class="form-label" for="sectioning">Parted</label>
    <select class="form-select" id="sectioning" name="sectioning">
        @foreach (Kanpai\Core\Proof\Sectioning::cases() as $one)
            <option value="{{ $one->value }}"
                @selected(old('sectioning', $gallery?->sectioning->value ?? 'none') === $one->value)>{{ $one->inWords() }}</option>
        @endforeach
    </select>
</div>
<details class="field-group" @if ($errors->hasAny(['mark_kind', 'mark_size', 'mark_opacity', 'watermark'])) open @endif>
    <summary>Watermark</summary>
    <div class="stack">
        <div><label class="form-label" for="mark_kind">Burnt into the proofs</label>
            <select class="form-select @error('mark_kind') is-invalid @enderror" id="mark_kind"
                name="mark_kind">@foreach (['words' => 'words', 'mark' => 'the studio’s mark', 'none' => 'nothing'] as $value => $label)
                    <option value="{{ $value }}"
                        @selected(old('mark_kind', $gallery?->markKind() ?? 'words') === $value)>{{ $label }}</option>
                @endforeach
            </select>
            <x-problem of="mark_kind" />
        </div>
        <div><label class="form-label" for="watermark">Words</label><input class="form-control" id="watermark"
                name="watermark"
                    value="{{ old('watermark', $gallery?->watermark['text'] ?? $shoot->studio->name . ' · proof') }}"
                maxlength="80"></div>
        <div class="row g-3">
            <div class="col-5"><label class="form-label" for="mark_place">Place</label><select class="form-select"
                    id="mark_place" name="mark_place">
                    @foreach (Kanpai\Core\Proof\MarkPlace::cases() as $place)
                        <option value="{{ $place->value }}"
                            @selected(old('mark_place', $gallery?->watermark['place'] ?? 'tiled') === $place->value)>{{ $place->value }}</option>
                    @endforeach
                </select></div>
            <div class="col"><label class="form-label" for="mark_size">Width %</label><input
                    class="form-control @error('mark_size') is-invalid @enderror" id="mark_size" name="mark_size"
                    inputmode="numeric"
                        value="{{ old('mark_size', $gallery?->watermark['size'] ?? 40) }}"><x-problem of="mark_size" />
            </div>
            <div class="col"><label class="form-label" for="mark_opacity">Strength %</label><input
                    class="form-control @error('mark_opacity') is-invalid @enderror" id="mark_opacity"
                    name="mark_opacity" inputmode="numeric"
                    value="{{ old('mark_opacity', $gallery?->watermark['opacity'] ?? 45) }}"><x-problem of="mark_opacity" /></div>
        </div>
        <label><input class="form-check-input" type="checkbox" name="metadata" value="1"
                @checked(old('metadata', $gallery?->metadata === 'all'))> proofs also carry captions and the names of people</label>
    </div>
</details>
<details class="field-group" @if ($gallery?->live || $errors->has('live')) open @endif>
    <summary>While the shoot runs</summary>
    <div><label class="form-label" for="live">Frames for which this is true come in by themselves</label>
        <input class="form-control @error('live') is-invalid @enderror" id="live" name="live"
            value="{{ old('live', $gallery?->live) }}" placeholder="rating>=4, or use:press">
        <x-problem of="live" />
        <p class="small quiet">Small proofs, about 0.2 MB, within seconds. Empty for none.</p>
    </div>
</details>
