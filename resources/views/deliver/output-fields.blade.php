{{-- One way of writing files. --}}
@php($plan = $output?->plan())
@php($mine = old('which') === (string) ($output->id ?? 'new'))
@php($was = fn(string $name, $usual) => $mine ? old($name, $usual) : $usual)
@php($n = $output->id ?? 'new')
<input type="hidden" name="which" value="{{ $output->id ?? 'new' }}">
<div><label class="form-label" for="name-{{ $n }}">Name</label><input class="form-control"
        id="name-{{ $n }}" name="name" value="{{ $was('name', $output?->name) }}" maxlength="80">
    @if ($mine)
        <x-problem of="name" />
    @endif
</div>
<div class="row g-2">
    <div class="col-5"><label class="form-label" for="rule-{{ $n }}">Size by</label><select
            class="form-select" id="rule-{{ $n }}" name="rule">
            @foreach (['full' => 'full size', 'longest' => 'longest side, px', 'shortest' => 'shortest side, px', 'within' => 'width × height, px', 'print' => 'a print, inches', 'percent' => 'per cent', 'megapixels' => 'megapixels'] as $value => $label)
                <option value="{{ $value }}" @selected($was('rule', $plan?->size->rule->value ?? 'longest') === $value)>{{ $label }}</option>
            @endforeach
        </select>
    </div>
    <div class="col"><label class="form-label" for="width-{{ $n }}">Size</label><input
            class="form-control" id="width-{{ $n }}" name="width" inputmode="decimal"
            value="{{ $was('width', $plan?->size->width ?: '') }}"></div>
    <div class="col"><label class="form-label" for="height-{{ $n }}">× height</label><input
            class="form-control" id="height-{{ $n }}" name="height" inputmode="decimal"
            value="{{ $was('height', $plan?->size->height) }}"></div>
    <div class="col"><label class="form-label" for="ppi-{{ $n }}">ppi</label><input class="form-control"
            id="ppi-{{ $n }}" name="ppi" inputmode="numeric"
            value="{{ $was('ppi', $plan?->size->ppi) }}" placeholder="300"></div>
</div>
@if ($mine)
    <x-problem of="width" />
@endif
<div class="row g-2">
    <div class="col"><label class="form-label" for="format-{{ $n }}">Format</label><select
            class="form-select" id="format-{{ $n }}" name="format">
            @foreach (Kanpai\Core\Deliver\Output\Format::cases() as $format)
                <option value="{{ $format->value }}" @selected($was('format', $plan?->format->value ?? 'jpeg') === $format->value)>{{ $format->inWords() }}</option>
            @endforeach
        </select>
    </div>
    <div class="col"><label class="form-label" for="quality-{{ $n }}">Quality</label><input
            class="form-control" id="quality-{{ $n }}" name="quality" inputmode="numeric"
            value="{{ $was('quality', $plan?->quality ?? 90) }}"></div>
    <div class="col"><label class="form-label" for="most_kb-{{ $n }}">At most KB</label><input
            class="form-control" id="most_kb-{{ $n }}" name="most_kb" inputmode="numeric"
            value="{{ $was('most_kb', $plan?->mostBytes === null ? '' : intdiv($plan->mostBytes, 1000)) }}"
            placeholder="any"></div>
</div>
@if ($mine)
    <x-problem of="quality" /><x-problem of="most_kb" />
@endif
<div class="row g-2">
    <div class="col-4"><label class="form-label" for="sharpening-{{ $n }}">Sharpened</label><select
            class="form-select" id="sharpening-{{ $n }}" name="sharpening">
            @foreach (['none' => 'not', 'screen' => 'for screen', 'print' => 'for print'] as $value => $label)
                <option value="{{ $value }}" @selected($was('sharpening', $plan?->sharpening->value ?? 'none') === $value)>{{ $label }}</option>
            @endforeach
        </select>
    </div>
    <div class="col-8"><label class="form-label" for="metadata-{{ $n }}">Metadata</label><select
            class="form-select" id="metadata-{{ $n }}" name="metadata">
            @foreach (Kanpai\Core\Frames\Caption\MetadataScope::cases() as $metadata)
                <option value="{{ $metadata->value }}" @selected($was('metadata', $plan?->metadata->value ?? 'all') === $metadata->value)>{{ $metadata->inWords() }}
                </option>
            @endforeach
        </select>
    </div>
</div>
<div class="choose-line">
    <label><input class="form-check-input" type="checkbox" name="is_marked" value="1" @checked($was('is_marked', $plan?->isMarked))>
        with the mark</label>
    <label><input class="form-check-input" type="checkbox" name="keeps_profile" value="1"
            @checked($was('keeps_profile', $plan?->keepsProfile))> original colour profile</label>
    <label><input class="form-check-input" type="checkbox" name="enlarges" value="1" @checked($was('enlarges', $plan?->size->enlarges))>
        enlarge where needed</label>
</div>
<div class="row g-2">
    <div class="col"><label class="form-label" for="folder-{{ $n }}">Folder</label><input
            class="form-control" id="folder-{{ $n }}" name="folder"
            value="{{ $was('folder', $output?->folder) }}">
        @if ($mine)
            <x-problem of="folder" />
        @endif
    </div>
    <div class="col"><label class="form-label" for="file-{{ $n }}">File name</label><input
            class="form-control" id="file-{{ $n }}" name="file"
            value="{{ $was('file', $output?->file ?? App\Deliver\Output::FILE) }}">
        @if ($mine)
            <x-problem of="file" />
        @endif
    </div>
</div>
<div><label><input class="form-check-input" type="checkbox" name="is_shared" value="1"
            @checked($was('is_shared', $output?->is_shared))> in one folder for all shoots</label></div>
