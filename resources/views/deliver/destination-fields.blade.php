{{-- How a destination is reached. --}}
<input type="hidden" name="which" value="{{ $form->id }}">
<div class="row g-2">
    <div class="col"><label class="form-label" for="to-name-{{ $form->id }}">Name</label><input class="form-control"
            id="to-name-{{ $form->id }}" name="to_name" value="{{ $form->value('to_name', $one?->name) }}"
                maxlength="80">
    </div>
    <div class="col"><label class="form-label" for="kind-{{ $form->id }}">Kind</label><select class="form-select"
            id="kind-{{ $form->id }}" name="kind">
            @foreach (App\Deliver\Out\DestinationKind::cases() as $kind)
                <option value="{{ $kind->value }}"
                    @selected($form->value('kind', $one?->kind->value ?? 'sftp') === $kind->value)>{{ $kind->inWords() }}</option>
            @endforeach
        </select></div>
</div>
@if ($form->isSent())
    <x-problem of="to_name" />
@endif
<div class="row g-2">
    <div class="col-8"><label class="form-label" for="host-{{ $form->id }}">Host, or address of the
            storage</label><input class="form-control" id="host-{{ $form->id }}" name="host"
            value="{{ $form->value('host', $one?->setting('host')) }}"></div>
    <div class="col"><label class="form-label" for="port-{{ $form->id }}">Port</label><input
            class="form-control" id="port-{{ $form->id }}" name="port" inputmode="numeric"
            value="{{ $form->value('port', $one?->setting('port')) }}" placeholder="22"></div>
</div>
@if ($form->isSent())
    <x-problem of="host" /><x-problem of="port" />
@endif
<div class="row g-2">
    <div class="col"><label class="form-label" for="user-{{ $form->id }}">User or access key</label><input
            class="form-control" id="user-{{ $form->id }}" name="user"
            value="{{ $form->value('user', $one?->setting('user')) }}" autocomplete="off"></div>
    <div class="col"><label class="form-label" for="secret-{{ $form->id }}">Password or secret</label><input
            class="form-control" id="secret-{{ $form->id }}" name="password" type="password"
            autocomplete="new-password" placeholder="{{ $one?->setting('password') ? 'as it is' : '' }}"></div>
</div>
@if ($form->isSent())
    <x-problem of="user" />
@endif
<div><label class="form-label" for="key-{{ $form->id }}">Private key, for SFTP</label>
    <textarea class="form-control" id="key-{{ $form->id }}" name="key" rows="2"
        placeholder="{{ $one?->setting('key') ? 'as it is' : '' }}"></textarea>
</div>
<div class="row g-2">
    <div class="col"><label class="form-label" for="bucket-{{ $form->id }}">Bucket</label><input
            class="form-control" id="bucket-{{ $form->id }}" name="bucket"
            value="{{ $form->value('bucket', $one?->setting('bucket')) }}"></div>
    <div class="col"><label class="form-label" for="region-{{ $form->id }}">Region</label><input
            class="form-control" id="region-{{ $form->id }}" name="region"
            value="{{ $form->value('region', $one?->setting('region')) }}"></div>
    <div class="col"><label class="form-label" for="in-folder-{{ $form->id }}">Folder there</label><input
            class="form-control" id="in-folder-{{ $form->id }}" name="in_folder"
            value="{{ $form->value('in_folder', $one?->setting('folder')) }}"></div>
</div>
@if ($form->isSent())
    <x-problem of="bucket" /><x-problem of="in_folder" />
@endif
<div><label class="form-label" for="fingerprint-{{ $form->id }}">Fingerprint of the host’s key</label><input
        class="form-control" id="fingerprint-{{ $form->id }}" name="fingerprint"
        value="{{ $form->value('fingerprint', $one?->setting('fingerprint')) }}"
        placeholder="SHA256:…, as ssh-keygen -l prints it"></div>
@if ($form->isSent())
    <x-problem of="password" /><x-problem of="fingerprint" />
@endif
