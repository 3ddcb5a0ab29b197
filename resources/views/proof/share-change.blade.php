{{-- A link as it is, to be changed. --}}
<div>
    <label class="form-label" for="share-{{ $share->id }}">What the link is called here</label><input
        class="form-control" id="share-{{ $share->id }}" name="share" value="{{ $form->value('share', $share->name) }}"
        maxlength="80">
</div>
<div><label class="form-label" for="message-{{ $share->id }}">Message to those who come by it</label>
    <textarea class="form-control" id="message-{{ $share->id }}" name="message"
        rows="3">{{ $form->value('message', $share->words()) }}</textarea>
</div>
<input type="hidden" name="chooses" value="0"><label><input class="form-check-input" type="checkbox"
        name="chooses" value="1" @checked($form->value('chooses', $rights->lists !== []))> choose</label>
<div><label class="form-label" for="lists-{{ $share->id }}">Lists to choose for, one in a line, with how many</label>
    <textarea class="form-control" id="lists-{{ $share->id }}" name="lists"
        rows="2">{{ $form->value('lists', implode("\n", array_map(fn($list): string => trim($list->name . ' ' . ($list->least !== null && $list->most !== null && $list->least !== $list->most ? "{$list->least}-{$list->most}" : $list->most ?? '')), array_values($rights->lists)))) }}</textarea>
</div>
<div class="choose-line">
    @foreach ([
        'comments' => ['comment', $rights->comments], 'draws' => ['draw on pictures', $rights->draws],
        'rates' => ['rate', $rights->rates], 'captions' => ['read captions', $rights->captions],
    ] as $right => [$label, $now])
        <input type="hidden" name="{{ $right }}" value="0"><label><input class="form-check-input"
                type="checkbox" name="{{ $right }}" value="1" @checked($form->value($right, $now))>
            {{ $label }}</label>
    @endforeach
</div>
<div><label class="form-label" for="download-{{ $share->id }}">Download</label><select class="form-select"
        id="download-{{ $share->id }}" name="download">
        @foreach (Kanpai\Core\Proof\Download::cases() as $download)
            <option value="{{ $download->value }}"
                @selected($form->value('download', $rights->download->value) === $download->value)>{{ $download->inWords() }}</option>
        @endforeach
    </select></div>
<div class="row g-3">
    <div class="col"><label class="form-label" for="ends-{{ $share->id }}">Last day</label><input
            class="form-control" id="ends-{{ $share->id }}" name="ends_on" type="date"
            value="{{ $form->value('ends_on', $share->ends_on?->format('Y-m-d')) }}"></div>
    <div class="col"><label class="form-label" for="password-{{ $share->id }}">Password</label><input
            class="form-control" id="password-{{ $share->id }}" name="password" autocomplete="off" maxlength="100"
            placeholder="{{ $share->password ? 'as it is' : 'none' }}"></div>
</div>
@if ($share->password)
    <label><input class="form-check-input" type="checkbox" name="no_password" value="1"> without a password from
        now on</label>
@endif
@if ($form->isSent())
    @foreach (['lists', 'ends_on', 'password', 'message'] as $field)
        <x-problem :of="$field" />
    @endforeach
@endif
