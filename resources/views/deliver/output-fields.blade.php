{{-- One way of writing files. --}}
<input type="hidden" name="which" value="{{ $form->id }}">
<div><label class="form-label" for="name-{{ $form->id }}">Name</label><input class="form-control"
        id="name-{{ $form->id }}" name="name" value="{{ $form->value('name', $output?->name) }}" maxlength="80">
    @if ($form->isSent())
        <x-problem of="name" />
    @endif
</div>
<div class="row g-2">
    <div class="col-5"><label class="form-label" for="rule-{{ $form->id }}">Size by</label><select
            class="form-select" id="rule-{{ $form->id }}" name="rule">
            @foreach ([
                'full' => 'full size', 'longest' => 'longest side, px', 'shortest' => 'shortest side, px',
                'within' => 'width × height, px', 'print' => 'a print, inches', 'percent' => 'per cent',
                'megapixels' => 'megapixels',
            ] as $value => $label)
                <option value="{{ $value }}"
                    @selected($form->value('rule', $plan?->size->rule->value ?? 'longest') === $value)>{{ $label }}</option>
            @endforeach
        </select>
    </div>
    <div class="col"><label class="form-label" for="width-{{ $form->id }}">Size</label><input
            class="form-control" id="width-{{ $form->id }}" name="width" inputmode="decimal"
            value="{{ $form->value('width', $plan?->size->width ?: '') }}"></div>
    <div class="col"><label class="form-label" for="height-{{ $form->id }}">× height</label><input
            class="form-control" id="height-{{ $form->id }}" name="height" inputmode="decimal"
            value="{{ $form->value('height', $plan?->size->height) }}"></div>
    <div class="col"><label class="form-label" for="ppi-{{ $form->id }}">ppi</label><input class="form-control"
            id="ppi-{{ $form->id }}" name="ppi" inputmode="numeric"
            value="{{ $form->value('ppi', $plan?->size->ppi) }}" placeholder="300"></div>
</div>
@if ($form->isSent())
    <x-problem of="width" />
@endif
<div class="row g-2">
    <div class="col"><label class="form-label" for="format-{{ $form->id }}">Format</label><select
            class="form-select" id="format-{{ $form->id }}" name="format">
            @foreach (Kanpai\Core\Deliver\Output\Format::cases() as $format)
                <option value="{{ $format->value }}"
                    @selected($form->value('format', $plan?->format->value ?? 'jpeg') === $format->value)>{{ $format->inWords() }}</option>
            @endforeach
        </select>
    </div>
    <div class="col"><label class="form-label" for="quality-{{ $form->id }}">Quality</label><input
            class="form-control" id="quality-{{ $form->id }}" name="quality" inputmode="numeric"
            value="{{ $form->value('quality', $plan?->quality ?? 90) }}"></div>
    <div class="col"><label class="form-label" for="most_kb-{{ $form->id }}">At most KB</label><input
            class="form-control" id="most_kb-{{ $form->id }}" name="most_kb" inputmode="numeric"
            value="{{ $form->value('most_kb', $plan?->mostBytes === null ? '' : intdiv($plan->mostBytes, 1000)) }}"
            placeholder="any"></div>
</div>
@if ($form->isSent())
    <x-problem of="quality" /><x-problem of="most_kb" />
@endif
<div class="row g-2">
    <div class="col-4"><label class="form-label" for="sharpening-{{ $form->id }}">Sharpened</label><select
            class="form-select" id="sharpening-{{ $form->id }}" name="sharpening">
            @foreach (['none' => 'not', 'screen' => 'for screen', 'print' => 'for print'] as $value => $label)
                <option value="{{ $value }}"
                    @selected($form->value('sharpening', $plan?->sharpening->value ?? 'none') === $value)>{{ $label }}</option>
            @endforeach
        </select>
    </div>
    <div class="col-8"><label class="form-label" for="metadata-{{ $form->id }}">Metadata</label><select
            class="form-select" id="metadata-{{ $form->id }}" name="metadata">
            @foreach (Kanpai\Core\Frames\Caption\MetadataScope::cases() as $metadata)
                <option value="{{ $metadata->value }}"
                    @selected($form->value('metadata', $plan?->metadata->value ?? 'all') === $metadata->value)>{{ $metadata->inWords() }}
                </option>
            @endforeach
        </select>
    </div>
</div>
<x-look-for id="look-{{ $form->id }}" :value="$form->value('look', $plan?->look)" />
<div class="choose-line">
    <label><input class="form-check-input" type="checkbox" name="is_marked" value="1"
        @checked($form->value('is_marked', $plan?->isMarked))>
        with the mark</label>
    <label><input class="form-check-input" type="checkbox" name="keeps_profile" value="1"
            @checked($form->value('keeps_profile', $plan?->keepsProfile))> original colour profile</label>
    <label><input class="form-check-input" type="checkbox" name="enlarges" value="1"
        @checked($form->value('enlarges', $plan?->size->enlarges))>
        enlarge where needed</label>
</div>
<div class="row g-2">
    <div class="col"><label class="form-label" for="folder-{{ $form->id }}">Folder</label><input
            class="form-control" id="folder-{{ $form->id }}" name="folder"
            value="{{ $form->value('folder', $output?->folder) }}">
        @if ($form->isSent())
            <x-problem of="folder" />
        @endif
    </div>
    <div class="col"><label class="form-label" for="file-{{ $form->id }}">File name</label><input
            class="form-control" id="file-{{ $form->id }}" name="file"
            value="{{ $form->value('file', $output?->file ?? App\Deliver\Output::FILE) }}">
        @if ($form->isSent())
            <x-problem of="file" />
        @endif
    </div>
</div>
<div><label><input class="form-check-input" type="checkbox" name="is_shared" value="1"
            @checked($form->value('is_shared', $output?->is_shared))> in one folder for all shoots</label></div>
