{{-- How a gallery looks, and what goes along with the shoot. --}}
<div>
    <x-field name="title" label="Title" :value="$gallery?->title ?? $shoot->name" maxlength="120" />
</div>
<div><label class="form-label" for="sectioning">Sections</label>
    <select class="form-select" id="sectioning" name="sectioning">
        @foreach (Kanpai\Core\Proof\Sectioning::cases() as $one)
            <option value="{{ $one->value }}"
                @selected(old('sectioning', $gallery?->sectioning->value ?? 'none') === $one->value)>
                {{ $one->inWords() }}</option>
        @endforeach
    </select>
</div>
<details class="field-group"
    @if ($errors->hasAny(['watermark_kind', 'watermark_size', 'watermark_opacity', 'watermark'])) open @endif>
    <summary>Watermark</summary>
    <div class="stack">
        <div><label class="form-label" for="watermark_kind">Burnt into the proofs</label>
            <select class="form-select @error('watermark_kind') is-invalid @enderror" id="watermark_kind"
                name="watermark_kind">
                @foreach (['words' => 'words', 'logo' => 'the studio’s logo', 'none' => 'nothing'] as $value => $label)
                    <option value="{{ $value }}"
                        @selected(old('watermark_kind', $gallery?->watermarkKind() ?? 'words') === $value)>
                        {{ $label }}</option>
                @endforeach
            </select>
            <x-problem of="watermark_kind" />
        </div>
        <div><label class="form-label" for="watermark">Words</label><input class="form-control" id="watermark"
                name="watermark"
                    value="{{ old('watermark', $gallery?->watermark['text'] ?? $shoot->studio->name . ' · proof') }}"
                maxlength="80"></div>
        <div class="row g-3">
            <div class="col-5"><label class="form-label" for="watermark_place">Place</label><select class="form-select"
                    id="watermark_place" name="watermark_place">
                    @foreach (Kanpai\Core\Proof\WatermarkPlace::cases() as $place)
                        <option value="{{ $place->value }}"
                            @selected(old('watermark_place', $gallery?->watermark['place'] ?? 'tiled') === $place->value)>
                            {{ $place->value }}</option>
                    @endforeach
                </select></div>
            <div class="col">
                <x-field name="watermark_size" label="Width %" :value="$gallery?->watermark['size'] ?? 40"
                    inputmode="numeric" />
            </div>
            <div class="col">
                <x-field name="watermark_opacity" label="Strength %"
                    :value="$gallery?->watermark['opacity'] ?? 45" inputmode="numeric" />
            </div>
        </div>
        <label><input class="form-check-input" type="checkbox" name="metadata" value="1"
                @checked(old('metadata', $gallery?->metadata === 'all'))>
            proofs also carry captions and the names of people</label>
        <x-look-for id="gallery-look" :value="old('look', $gallery?->look)" />
    </div>
</details>
<details class="field-group" @if ($gallery?->live || $errors->has('live')) open @endif>
    <summary>While the shoot runs</summary>
    <div>
        <x-field name="live" label="Frames for which this is true come in by themselves"
            :value="$gallery?->live" placeholder="rating>=4, or use:press" />
        <p class="small quiet">Small proofs, about 0.2 MB, within seconds. Empty for none.</p>
    </div>
</details>
