{{-- One field with what it is for: $field, $text, $mode (null on a frame's own page), $inherits --}}
<div class="caption-field" @if ($field->iimBytes() > 0) data-iim="{{ $field->iimBytes() }}" @endif>
    <label for="{{ $field->value }}">{{ $field->label() }}@if (in_array($field->value, $required, true))
            <span title="The studio wants this filled in">*</span><span class="visually-hidden"> (wanted by the
                studio)</span>
        @endif
    </label>
    <div>
        <div class="typed">
            @if ($field->isLong())
                <textarea class="form-control @error($field->value) is-invalid @enderror" id="{{ $field->value }}"
                    name="{{ $field->value }}" aria-describedby="{{ $field->value }}-help"
                    {{ $field === Kanpai\Core\Frames\Caption\Field::Keywords ? 'data-words' : 'data-codes' }}
                        autocomplete="off" rows="2"
                    placeholder="{{ $inherits }}">{{ $text }}</textarea>
            @else
                <input class="form-control @error($field->value) is-invalid @enderror" id="{{ $field->value }}"
                    name="{{ $field->value }}" aria-describedby="{{ $field->value }}-help"
                    {{ $field === Kanpai\Core\Frames\Caption\Field::Keywords ? 'data-words' : 'data-codes' }}
                        autocomplete="off"
                    value="{{ $text }}"
                    placeholder="{{ $inherits ?: ($field->isList() ? 'separated by commas' : '') }}">
            @endif
            @if ($mode !== null)
                <select class="form-select mode" name="mode[{{ $field->value }}]"
                    aria-label="What is done with {{ $field->label() }}">
                    <option value="set" @selected($mode === 'set')>set</option>
                    <option value="add" @selected($mode === 'add')>add</option>
                    <option value="empty" @selected($mode === 'empty')>empty it</option>
                </select>
            @endif
        </div>
        <p class="small help-line" id="{{ $field->value }}-help">{{ $field->help() }} @if ($field->iimBytes() > 0)
                <span data-bytes>IIM takes {{ number_format($field->iimBytes()) }}
                    bytes{{ $field->isList() ? ' each' : '' }}.</span>
            @endif
        </p>
        <x-problem :of="$field->value" />
    </div>
</div>
