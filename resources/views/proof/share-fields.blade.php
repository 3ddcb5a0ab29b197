{{-- What those who come by a link read, what they may do, until when, and who they are. --}}
<div>
    <label class="form-label" for="message">Message to them</label>
    <textarea class="form-control @error('message') is-invalid @enderror" id="message" name="message"
        rows="3">{{ old('message', $message ?? '') }}</textarea>
    <x-problem of="message" />
</div>
<details class="field-group" open>
    <summary>What guests may do</summary>
    <div class="stack">
        <input type="hidden" name="chooses" value="0"><label><input class="form-check-input" type="checkbox"
                name="chooses" value="1" @checked(old('chooses', '1'))> choose</label>
        <div>
            <label class="form-label" for="lists">Lists to choose for, one in a line, with how many</label>
            <textarea class="form-control @error('lists') is-invalid @enderror" id="lists" name="lists" rows="2"
                placeholder="Chosen 40&#10;or: Album 30-40">{{ old('lists') }}</textarea>
            <x-problem of="lists" />
        </div>
        <div class="choose-line">
            @foreach ([
                'comments' => ['comment', true], 'draws' => ['draw on pictures', true], 'rates' => ['rate', false],
                'captions' => ['read captions', false],
            ] as $right => [$label, $usual])
                <input type="hidden" name="{{ $right }}" value="0"><label><input class="form-check-input"
                        type="checkbox" name="{{ $right }}" value="1" @checked(old($right, $usual))>
                    {{ $label }}</label>
            @endforeach
        </div>
        <div><label class="form-label" for="download">Download</label>
            <select class="form-select" id="download" name="download">
                @foreach (Kanpai\Core\Proof\Download::cases() as $download)
                    <option value="{{ $download->value }}"
                        @selected(old('download') === $download->value)>{{ $download->inWords() }}
                    </option>
                @endforeach
            </select>
        </div>
    </div>
</details>
<details class="field-group" @if ($errors->hasAny(['people', 'guest_email', 'password', 'ends_on'])) open @endif>
    <summary>Who, and until when</summary>
    <div class="stack">
        <div><label class="form-label" for="share">What the link is called here</label><input class="form-control"
                id="share" name="share" value="{{ old('share') }}" maxlength="80"
                placeholder="Everybody with the link"></div>
        <div><label class="form-label" for="people">People to invite, one in a line</label>
            <textarea class="form-control @error('people') is-invalid @enderror" id="people" name="people" rows="2"
                placeholder="Ada Fenn &lt;ada@saltmarsh.example&gt;">{{ old('people') }}</textarea>
            <x-problem of="people" />
        </div>
        <label><input class="form-check-input" type="checkbox" name="is_named" value="1"
                @checked(old('is_named'))> nobody else comes in, each has a link of their own</label>
        <div class="row g-3">
            <div class="col"><x-field name="ends_on" label="Last day" type="date" /></div>
            <div class="col"><x-share-password /></div>
        </div>
    </div>
</details>
